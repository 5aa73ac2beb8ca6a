import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** An answer that was sent, as it can be sent again. */
interface Ready {
  readonly version: string;
  readonly madeMs: number;
  readonly headers: readonly [string, string][];
  readonly tag: string;
  readonly body: Buffer;
  /** The body compressed, from the second time on that it is sent so. */
  readonly packed: Map<Packing, Promise<Buffer>>;
}

interface Dependencies {
  /** Another text whenever something was written to the database; null where it does not answer. */
  readonly versionOf: () => Promise<string | null>;
  readonly nowMs: () => number;
  /** Answers that are kept take no more than this together, in bytes. */
  readonly mostBytes?: number;
}

/** A larger answer is not kept. */
const LARGEST = 2_000_000;
const MOST_BYTES = 24_000_000;
/** Pages name the day: an answer that is older is made again. */
const FRESH_MS = 30_000;

const TAGGED = ['text/html', 'application/json'];

/** Whether an answer is a page or JSON that says the same to everybody who asks it the same. */
const isTagged = (response: Response): boolean =>
  response.status === 200 && TAGGED.some((type) => response.headers.get('content-type')?.startsWith(type) === true);

/** Whether it hangs on the database alone: one that sets a cookie, or asks to be read again, hangs on something else. */
const isLasting = (response: Response): boolean =>
  !response.headers.has('set-cookie') && !response.headers.has('refresh');

const tagOf = (body: Buffer): string => `"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`;

const brotliOf = promisify(brotliCompress);
const gzipOf = promisify(gzip);
/** Better than what is compressed for one answer alone, and still a few milliseconds. */
const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 6 } };
/** The best one first. Browsers read Brotli over a secure address alone. */
const PACKINGS = {
  br: (body: Buffer): Promise<Buffer> => brotliOf(body, BROTLI),
  gzip: (body: Buffer): Promise<Buffer> => gzipOf(body),
} as const;
type Packing = keyof typeof PACKINGS;
const SMALLEST_TO_PACK = 1_000;

/** How a reader can have it; undefined where it is sent as it is. */
const packingFor = (request: Request): Packing | undefined => {
  const accepted = request.headers.get('accept-encoding') ?? '';
  return /\bbr\b/.test(accepted) ? 'br' : /\bgzip\b/.test(accepted) ? 'gzip' : undefined;
};

const answerWith = ({ headers, tag }: Ready, body: Buffer, more: [string, string][]): Response =>
  new Response(new Uint8Array(body), {
    status: 200,
    headers: [...headers, ['cache-control', CACHING], ['etag', tag], ...more],
  });

// Pages hold data of the record: no shared cache keeps them, and a browser asks whether they have changed.
const CACHING = 'private, no-cache';

const hasIt = ({ tag }: Ready, request: Request): boolean => request.headers.get('if-none-match') === tag;

const unchanged = ({ headers, tag }: Ready): Response =>
  new Response(null, { status: 304, headers: [...headers, ['cache-control', CACHING], ['etag', tag]] });

/** An answer for who asked first: what lies between here and the reader compresses it. */
const firstAnswer = (answer: Ready, request: Request): Response =>
  hasIt(answer, request) ? unchanged(answer) : answerWith(answer, answer.body, []);

/** An answer that was sent before, compressed once for all who can read that. */
async function answerAgain(answer: Ready, request: Request): Promise<Response> {
  if (hasIt(answer, request)) return unchanged(answer);
  const packing = packingFor(request);
  if (packing === undefined || answer.body.length < SMALLEST_TO_PACK) return answerWith(answer, answer.body, []);
  const packed = answer.packed.get(packing) ?? PACKINGS[packing](answer.body);
  answer.packed.set(packing, packed);
  return answerWith(answer, await packed, [
    ['content-encoding', packing],
    ['vary', 'accept-encoding'],
  ]);
}

/**
 * Answers requests, with the answer of before where nothing was written to the database since: it is neither worked out nor
 * rendered again. What many ask for at once is made once.
 *
 * @returns answers a request by its key, which holds everything beside the database that the answer hangs on
 */
export function readyResponses({ versionOf, nowMs, mostBytes = MOST_BYTES }: Dependencies) {
  const ready = new Map<string, Ready>();
  const begun = new Map<string, Promise<Ready | Response>>();
  let bytes = 0;
  const forget = (key: string): void => {
    bytes -= ready.get(key)?.body.length ?? 0;
    ready.delete(key);
  };
  const remember = (key: string, answer: Ready): void => {
    forget(key);
    if (answer.body.length > Math.min(LARGEST, mostBytes)) return;
    ready.set(key, answer);
    bytes += answer.body.length;
    for (const [oldest] of ready) {
      if (bytes <= mostBytes) break;
      forget(oldest);
    }
  };
  const made = async (
    key: string,
    version: string | null,
    make: () => Promise<Response>,
  ): Promise<Ready | Response> => {
    const madeMs = nowMs();
    const response = await make();
    if (!isTagged(response)) return response;
    const body = Buffer.from(await response.arrayBuffer());
    const headers = [...response.headers].filter(([name]) => name !== 'cache-control' && name !== 'etag');
    const answer: Ready = { version: version ?? '', madeMs, headers, tag: tagOf(body), body, packed: new Map() };
    if (version !== null && isLasting(response)) remember(key, answer);
    return answer;
  };
  return async (key: string, request: Request, make: () => Promise<Response>): Promise<Response> => {
    const version = await versionOf();
    const known = ready.get(key);
    if (known?.version === version && nowMs() - known.madeMs < FRESH_MS) return answerAgain(known, request);
    const flight = `${version ?? ''}\n${key}`;
    const shared = version === null ? undefined : begun.get(flight);
    if (shared !== undefined) {
      const answer = await shared;
      return answer instanceof Response ? make() : answerAgain(answer, request);
    }
    const work = made(key, version, make).finally(() => begun.delete(flight));
    if (version !== null) begun.set(flight, work);
    const answer = await work;
    return answer instanceof Response ? answer : firstAnswer(answer, request);
  };
}
