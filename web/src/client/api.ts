import type { ProblemView } from '../contracts/views.ts';

/** A refusal by the server, with its fields. */
export class Refused extends Error {
  constructor(readonly problem: ProblemView) {
    super(problem.detail);
    this.name = 'Refused';
  }
}

/** The request got no useful answer; nothing was written as far as anybody knows. */
export class Unreachable extends Error {
  constructor(
    message: string,
    readonly retryAfterS: number,
    /** Whether it is this request that fails, not the connection or the server as a whole. */
    readonly isOfRequest = false,
  ) {
    super(message);
    this.name = 'Unreachable';
  }
}

const RETRY_S = 3;
/** How long an answer may take. A file takes longer to send than a form. */
const TIME_LIMIT_S = 20;
const FILE_TIME_LIMIT_S = 120;
/** Answers that refuse nothing: the same request is taken later, as after 503. */
const TRY_LATER: readonly number[] = [408, 429];

/** A file goes out as it is, anything else as JSON. */
const typeOf = (body: unknown): string => (body instanceof Blob ? body.type : 'application/json');

/**
 * Sends a request and reads the JSON that comes back.
 *
 * @throws Refused for 4xx; Unreachable for a lost connection, 408, 429, 5xx, or no answer within the time limit
 */
export async function call<T>(method: 'GET' | 'POST' | 'DELETE', url: string, body?: unknown): Promise<T> {
  const limitS = body instanceof Blob ? FILE_TIME_LIMIT_S : TIME_LIMIT_S;
  const tooLate = new AbortController();
  const timer = setTimeout(() => {
    tooLate.abort();
  }, limitS * 1000);
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      signal: tooLate.signal,
      headers: { accept: 'application/json', ...(body === undefined ? {} : { 'content-type': typeOf(body) }) },
      ...(body === undefined ? {} : { body: body instanceof Blob ? body : JSON.stringify(body) }),
    });
    if (response.ok) return (await response.json()) as T;
  } catch {
    if (tooLate.signal.aborted) throw new Unreachable(`No answer within ${String(limitS)} seconds.`, RETRY_S, true);
    throw new Unreachable('No connection to the server.', RETRY_S);
  } finally {
    clearTimeout(timer);
  }
  const problem = (await response.json().catch(() => null)) as ProblemView | null;
  if (response.status >= 500 || TRY_LATER.includes(response.status) || problem === null) {
    throw new Unreachable(
      problem?.detail ?? `The server answered ${String(response.status)}.`,
      Number(response.headers.get('retry-after') ?? RETRY_S),
      response.status !== 503 && !TRY_LATER.includes(response.status),
    );
  }
  throw new Refused(problem);
}

/**
 * Sends a write again and again until the server answers. Its body must carry its own identifier.
 *
 * @param onWait told, in words, each time that nobody answered
 * @throws Refused for 4xx
 */
export async function callUntilAnswered<T>(url: string, body: unknown, onWait: (words: string) => void): Promise<T> {
  for (;;) {
    try {
      return await call<T>('POST', url, body);
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error;
      onWait(`${error.message} What you have entered is kept; it is sent again by itself.`);
      await new Promise((resolve) => setTimeout(resolve, error.retryAfterS * 1000));
    }
  }
}
