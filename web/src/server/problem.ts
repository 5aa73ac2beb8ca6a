import type { Finding } from '@arbolito/core/uncertainty';
import { requestId } from './request-id.ts';

/** What is wrong with one field: where it is (RFC 6901) and what would be right. */
export interface FieldProblem {
  readonly pointer: string;
  readonly code: string;
  readonly detail: string;
}

/** The kinds of trouble that the API answers with. */
export const PROBLEMS = {
  'broken-json': { status: 400, title: 'The body is not JSON' },
  'foreign-origin': { status: 403, title: 'Writes from other sites are refused' },
  'not-found': { status: 404, title: 'Not found' },
  gone: { status: 410, title: 'It has been removed' },
  'method-not-allowed': { status: 405, title: 'This address does not do that' },
  conflict: { status: 409, title: 'It does not fit what is on the record' },
  'too-slow': { status: 408, title: 'The body took too long to arrive' },
  'too-large': { status: 413, title: 'The body is too large' },
  'not-json': { status: 415, title: 'Send JSON' },
  invalid: { status: 422, title: 'Some fields need another look' },
  'too-many': { status: 429, title: 'Too many requests' },
  unforeseen: { status: 500, title: 'Something went wrong here' },
  'database-away': { status: 503, title: 'The database does not answer' },
  'database-busy': { status: 503, title: 'The database is busy' },
  'disk-full': { status: 503, title: 'The disk is full' },
} as const satisfies Record<string, { status: number; title: string }>;

export type ProblemCode = keyof typeof PROBLEMS;

/** More wrong fields than these are counted, not listed. */
export const MOST_FIELD_ERRORS = 20;

interface ProblemExtras {
  readonly errors?: readonly FieldProblem[];
  readonly findings?: readonly Finding[];
  readonly headers?: Readonly<Record<string, string>>;
  readonly cause?: unknown;
}

/** A refusal with its reason, answered as problem details (RFC 9457). */
export class Problem extends Error {
  readonly status: number;

  constructor(
    readonly code: ProblemCode,
    readonly detail: string,
    readonly extras: ProblemExtras = {},
  ) {
    super(detail, { cause: extras.cause });
    this.name = 'Problem';
    this.status = PROBLEMS[code].status;
  }

  toResponse(): Response {
    const { errors, findings, headers } = this.extras;
    const id = requestId();
    const body = {
      type: `urn:arbolito:problem:${this.code}`,
      title: PROBLEMS[this.code].title,
      status: this.status,
      detail: this.detail,
      code: this.code,
      ...(errors === undefined
        ? {}
        : {
            errors: errors.slice(0, MOST_FIELD_ERRORS),
            ...(errors.length > MOST_FIELD_ERRORS ? { errorCount: errors.length } : {}),
          }),
      ...(id === undefined ? {} : { requestId: id }),
      ...(findings === undefined ? {} : { findings }),
    };
    return new Response(JSON.stringify(body), {
      status: this.status,
      headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers },
    });
  }
}

export const notFound = (what: string): Problem => new Problem('not-found', `${what} does not exist.`);

/** One wrong field of a body. */
export const invalidField = (pointer: string, code: string, detail: string): Problem =>
  new Problem('invalid', detail, { errors: [{ pointer, code, detail }] });

/** A survey or a plot holds as much as it may. */
export const fullUp = (what: string, most: number, of: string): Problem =>
  new Problem('conflict', `${of} holds ${String(most)} ${what} at most. Begin another one.`, {
    errors: [{ pointer: '', code: 'limit', detail: `${String(most)} ${what} at most.` }],
  });

/** Somebody asks too much at a time. */
export const tooMany = (detail: string, retryAfterS: number): Problem =>
  new Problem('too-many', detail, { headers: { 'retry-after': String(retryAfterS) } });

/** Seconds after which to ask again when the database is away. */
const RETRY_AFTER_S = 3;

export const databaseAway = (cause: unknown): Problem =>
  new Problem(
    'database-away',
    'The database does not answer at the moment. Nothing was written; try again in a few seconds.',
    {
      headers: { 'retry-after': String(RETRY_AFTER_S) },
      cause,
    },
  );

/** A statement or a lock took longer than it may: somebody else holds it. */
export const databaseBusy = (cause: unknown): Problem =>
  new Problem(
    'database-busy',
    'The database is busy with something else. Nothing was written; try again in a moment.',
    {
      headers: { 'retry-after': String(RETRY_AFTER_S) },
      cause,
    },
  );

const DISK_RETRY_AFTER_S = 30;

export const diskFull = (cause: unknown): Problem =>
  new Problem('disk-full', 'The disk of the server is full. Nothing was written; what is on record can be read.', {
    headers: { 'retry-after': String(DISK_RETRY_AFTER_S) },
    cause,
  });
