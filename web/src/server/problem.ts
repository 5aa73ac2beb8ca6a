import type { ProblemView } from '../contracts/views.ts';
import type { Finding } from '@arbolito/core/uncertainty';
import { localisedJson } from './localised-json.ts';
import { requestId } from './request-id.ts';
import { t, say } from '../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

/** What is wrong with one field: where it is (RFC 6901) and what would be right. */
export interface FieldProblem {
  readonly pointer: string;
  readonly code: string;
  readonly detail: string;
}

/** The kinds of trouble that the API answers with. */
export const PROBLEMS = {
  'broken-json': { status: 400, title: message('server.the-body-is-not-valid-2', 'The body is not valid JSON') },
  'foreign-origin': {
    status: 403,
    title: message('server.writes-from-other-sites-are', 'Writes from other sites are refused'),
  },
  'not-found': { status: 404, title: message('server.not-found', 'Not found') },
  gone: { status: 410, title: message('server.removed', 'Removed') },
  'method-not-allowed': { status: 405, title: message('server.method-not-allowed', 'Method not allowed') },
  conflict: { status: 409, title: message('server.conflict-with-saved-data', 'Conflict with saved data') },
  'too-slow': {
    status: 408,
    title: message('server.the-body-took-too-long', 'The body took too long to arrive'),
  },
  'too-large': { status: 413, title: message('server.the-body-is-too-large', 'The body is too large') },
  'not-json': { status: 415, title: message('server.send-json', 'Send JSON') },
  invalid: { status: 422, title: message('server.some-fields-are-not-valid', 'Some fields are not valid') },
  'too-many': { status: 429, title: message('server.too-many-requests', 'Too many requests') },
  unforeseen: { status: 500, title: message('server.the-server-failed', 'The server failed') },
  'database-away': {
    status: 503,
    title: message('server.the-database-does-not-answer', 'The database does not answer'),
  },
  'database-busy': { status: 503, title: message('server.the-database-is-busy', 'The database is busy') },
  'disk-full': { status: 503, title: message('server.the-disk-is-full', 'The disk is full') },
} as const satisfies Record<string, { status: number; title: Text }>;

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

  /** The problem as its reader sees it. */
  toView(): ProblemView {
    const { errors, findings } = this.extras;
    const id = requestId();
    return {
      type: `urn:arbolito:problem:${this.code}`,
      title: say(PROBLEMS[this.code].title),
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
  }

  toResponse(): Response {
    return new Response(localisedJson(this.toView()), {
      status: this.status,
      headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...this.extras.headers },
    });
  }
}

export const notFound = (what: string): Problem =>
  new Problem('not-found', t('server.does-not-exist', '{what} does not exist.', { what }));

/** One wrong field of a body. */
export const invalidField = (pointer: string, code: string, detail: Text): Problem =>
  new Problem('invalid', say(detail), { errors: [{ pointer, code, detail: say(detail) }] });

/** A survey or a plot holds as much as it may. */
export const fullUp = (what: string, most: number, of: string): Problem =>
  new Problem(
    'conflict',
    t('server.can-have-at-most-create', '{of} can have {most} {what} at most. Create another one.', {
      of,
      most: String(most),
      what,
    }),
    {
      errors: [
        {
          pointer: '',
          code: 'limit',
          detail: t('server.at-most', 'At most {most} {what}.', { most: String(most), what }),
        },
      ],
    },
  );

/** Somebody asks too much at a time. */
export const tooMany = (detail: string, retryAfterS: number): Problem =>
  new Problem('too-many', detail, { headers: { 'retry-after': String(retryAfterS) } });

/** Seconds after which to ask again when the database is away. */
const RETRY_AFTER_S = 3;

export const databaseAway = (cause: unknown): Problem =>
  new Problem(
    'database-away',
    t(
      'server.the-database-does-not-answer-nothing',
      'The database does not answer. Nothing was saved; try again in a few seconds.',
    ),
    {
      headers: { 'retry-after': String(RETRY_AFTER_S) },
      cause,
    },
  );

/** A statement or a lock took longer than it may: somebody else holds it. */
export const databaseBusy = (cause: unknown): Problem =>
  new Problem(
    'database-busy',
    t('server.the-database-is-busy-nothing', 'The database is busy. Nothing was saved; try again in a moment.'),
    {
      headers: { 'retry-after': String(RETRY_AFTER_S) },
      cause,
    },
  );

const DISK_RETRY_AFTER_S = 30;

export const diskFull = (cause: unknown): Problem =>
  new Problem(
    'disk-full',
    t('server.the-disk-of-the-server', 'The disk of the server is full. Nothing was saved; saved data can be read.'),
    {
      headers: { 'retry-after': String(DISK_RETRY_AFTER_S) },
      cause,
    },
  );
