import type { ProblemView } from '../contracts/views.ts';

/** A refusal by the server, with its fields. */
export class Refused extends Error {
  constructor(readonly problem: ProblemView) {
    super(problem.detail);
    this.name = 'Refused';
  }
}

/** The server or its database cannot be reached; nothing was written as far as anybody knows. */
export class Unreachable extends Error {
  constructor(
    message: string,
    readonly retryAfterS: number,
  ) {
    super(message);
    this.name = 'Unreachable';
  }
}

const RETRY_S = 3;

/** A file goes out as it is, anything else as JSON. */
const typeOf = (body: unknown): string => (body instanceof Blob ? body.type : 'application/json');

/**
 * Sends a request and reads the JSON that comes back.
 *
 * @throws Refused for 4xx, Unreachable for a lost connection or 5xx
 */
export async function call<T>(method: 'GET' | 'POST' | 'DELETE', url: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      headers: { accept: 'application/json', ...(body === undefined ? {} : { 'content-type': typeOf(body) }) },
      ...(body === undefined ? {} : { body: body instanceof Blob ? body : JSON.stringify(body) }),
    });
  } catch {
    throw new Unreachable('No connection to the server.', RETRY_S);
  }
  if (response.ok) return (await response.json()) as T;
  const problem = (await response.json().catch(() => null)) as ProblemView | null;
  if (response.status >= 500 || problem === null) {
    throw new Unreachable(
      problem?.detail ?? 'The server does not answer.',
      Number(response.headers.get('retry-after') ?? RETRY_S),
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
