/** Codes of SQLSTATE and of the socket that mean: the database is not there, or going or coming. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'ETIMEDOUT',
  'EPIPE',
  'EHOSTUNREACH',
  'ENOENT',
  '57P01', // admin shutdown
  '57P02', // crash shutdown
  '57P03', // starting up
  '08000',
  '08001',
  '08003',
  '08006',
  '53300', // too many connections
]);

/** A statement, a lock or a transaction that took longer than it may, and writes that wait for each other. */
const BUSY = new Set(['57014', '55P03', '25P03', '40P01']);
/** No room, for the database or for a file of this process. */
const FULL = new Set(['53100', '58030', 'ENOSPC', 'EDQUOT']);

const AWAY_WORDS =
  /connection terminated|timeout exceeded when trying to connect|client has encountered a connection error|not queryable|server closed the connection/i;

interface DatabaseError {
  readonly code?: unknown;
  readonly constraint?: unknown;
  readonly cause?: unknown;
  readonly message?: unknown;
  readonly errors?: unknown;
}

const asError = (error: unknown): DatabaseError | null => (typeof error === 'object' && error !== null ? error : null);

/** An error and everything that caused it, the outermost first. */
function* chain(error: unknown): Generator<DatabaseError> {
  for (let at = asError(error); at !== null; at = asError(at.cause)) {
    yield at;
    if (Array.isArray(at.errors)) for (const inner of at.errors as unknown[]) yield* chain(inner);
  }
}

export function isDatabaseAway(error: unknown): boolean {
  for (const { code, message } of chain(error)) {
    if (typeof code === 'string' && AWAY.has(code)) return true;
    if (typeof message === 'string' && AWAY_WORDS.test(message)) return true;
  }
  return false;
}

const hasCode = (error: unknown, codes: ReadonlySet<string>): boolean => {
  for (const { code } of chain(error)) if (typeof code === 'string' && codes.has(code)) return true;
  return false;
};

export const isDatabaseBusy = (error: unknown): boolean => hasCode(error, BUSY);

export const isDiskFull = (error: unknown): boolean => hasCode(error, FULL);

/** The name of the constraint that a write ran into, or null. */
export function brokenConstraint(error: unknown): string | null {
  for (const { code, constraint } of chain(error)) {
    if (typeof code === 'string' && code.startsWith('23') && typeof constraint === 'string') return constraint;
  }
  return null;
}
