import type { ProblemView } from '../contracts/views.ts';
import { t } from '../messages/text.ts';

/**
 * Why a request failed.
 *
 * - `refused`: the server does not take it as it is.
 * - `failing`: this request fails on the server, or takes too long; others may not.
 * - `unreachable`: no connection, or the server is busy; the same request may succeed later.
 */
export type FailureKind = 'refused' | 'failing' | 'unreachable';

/** The one error of every request to the API. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly kind: FailureKind,
    /** What the server said, where it said something. */
    readonly problem: ProblemView | null = null,
    readonly retryAfterS = RETRY_S,
  ) {
    super(message);
    this.name = 'ApiError';
  }
}

/** A field that the server refused: its JSON pointer in the body, and a sentence. */
export type FieldRefusal = NonNullable<ProblemView['errors']>[number];

/** The fields that a failed request was refused for. */
export const fieldRefusals = (error: unknown): readonly FieldRefusal[] =>
  error instanceof ApiError ? (error.problem?.errors ?? []) : [];

/**
 * What to tell the person about a failed request.
 *
 * @param otherwise said for an error that is not one of the API
 */
export const errorText = (
  error: unknown,
  otherwise = t('client.the-action-failed-try-again', 'The action failed. Try again.'),
): string => (error instanceof Error ? error.message : otherwise);

const RETRY_S = 3;
/** How long an answer may take. A file takes longer to send than a form. */
const TIME_LIMIT_S = 20;
const FILE_TIME_LIMIT_S = 120;
/** Answers that refuse nothing: the same request is taken later, as after 503. */
const TRY_LATER: readonly number[] = [408, 429];

/** A file goes out as it is, anything else as JSON. */
const typeOf = (body: unknown): string => (body instanceof Blob ? body.type : 'application/json');

export interface RequestOptions {
  /** The request outlives the page. */
  readonly keepalive?: boolean;
  /** Longest wait for an answer, in seconds. */
  readonly limitS?: number;
}

/**
 * The error of an answer that is not a success.
 *
 * @param retryAfter the header of that name
 */
export function errorOfAnswer(status: number, problem: ProblemView | null, retryAfter: string | null): ApiError {
  const isBusy = status === 503 || TRY_LATER.includes(status);
  if (status >= 500 || isBusy || problem === null)
    return new ApiError(
      problem?.detail ??
        t('client.the-server-answered-with-status', 'The server answered with status {status}.', {
          status: String(status),
        }),
      isBusy ? 'unreachable' : 'failing',
      null,
      Number(retryAfter ?? RETRY_S),
    );
  return new ApiError(problem.detail, 'refused', problem);
}

/** Sends a request and returns an answer that is a success. */
async function request(
  method: 'GET' | 'POST' | 'DELETE',
  url: string,
  body: unknown,
  { keepalive = false, limitS = body instanceof Blob ? FILE_TIME_LIMIT_S : TIME_LIMIT_S }: RequestOptions = {},
): Promise<Response> {
  const tooLate = new AbortController();
  const timer = setTimeout(() => {
    tooLate.abort();
  }, limitS * 1000);
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      keepalive,
      signal: tooLate.signal,
      headers: { accept: 'application/json', ...(body === undefined ? {} : { 'content-type': typeOf(body) }) },
      ...(body === undefined ? {} : { body: body instanceof Blob ? body : JSON.stringify(body) }),
    });
  } catch {
    if (tooLate.signal.aborted)
      throw new ApiError(
        t('client.no-answer-within-seconds', 'No answer within {limitS} seconds.', { limitS: String(limitS) }),
        'failing',
      );
    throw new ApiError(t('client.no-connection-to-the-server', 'No connection to the server.'), 'unreachable');
  } finally {
    clearTimeout(timer);
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => null)) as ProblemView | null;
  throw errorOfAnswer(response.status, problem, response.headers.get('retry-after'));
}

/**
 * Sends a request and reads the JSON that comes back.
 *
 * @throws ApiError
 */
export async function call<T>(
  method: 'GET' | 'POST' | 'DELETE',
  url: string,
  body?: unknown,
  options?: RequestOptions,
): Promise<T> {
  const response = await request(method, url, body, options);
  try {
    return (await response.json()) as T;
  } catch {
    throw new ApiError(t('client.no-connection-to-the-server', 'No connection to the server.'), 'unreachable');
  }
}

/**
 * Loads a file.
 *
 * @throws ApiError
 */
export async function download(
  url: string,
  options?: RequestOptions,
): Promise<{ readonly file: Blob; readonly name: string }> {
  const response = await request('GET', url, undefined, options);
  const [, name = 'file'] = /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '') ?? [];
  return { file: await response.blob(), name };
}

/**
 * Sends a write until the server answers. Its body must carry its own identifier.
 *
 * @param onWait told, in words, each time that there was no answer
 * @throws ApiError of kind `refused`
 */
export async function callUntilAnswered<T>(url: string, body: unknown, onWait: (words: string) => void): Promise<T> {
  for (;;) {
    try {
      return await call<T>('POST', url, body);
    } catch (error) {
      if (!(error instanceof ApiError) || error.kind === 'refused') throw error;
      onWait(
        t('client.your-entries-are-kept-and', '{message} Your entries are kept and will be sent automatically.', {
          message: error.message,
        }),
      );
      await new Promise((resolve) => setTimeout(resolve, error.retryAfterS * 1000));
    }
  }
}
