import pg from 'pg';
import { sendJson } from './api.ts';

/** What happens to a request on its way. */
export type Fault = 'none' | 'lost' | 'answer-lost' | 'twice' | 'late' | 'killed';

/** A connection that broke. */
const broken = (): TypeError => new TypeError('network');

/** Runs a request on a server that is killed when it has sent so many statements to its database. */
async function killedAfter(statements: number, work: () => Promise<Response>): Promise<Response> {
  let left = statements;
  // eslint-disable-next-line @typescript-eslint/unbound-method -- called on its client below
  const query = pg.Client.prototype.query as (this: pg.Client, ...args: unknown[]) => unknown;
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    left -= 1;
    if (left < 0) (this as unknown as { connection: { stream: { destroy: () => void } } }).connection.stream.destroy();
    return query.apply(this, args);
  } as typeof pg.Client.prototype.query;
  try {
    return await work();
  } finally {
    pg.Client.prototype.query = query as typeof pg.Client.prototype.query;
  }
}

/** The server of this process behind a network that loses, repeats and delays. */
export function unreliableServer() {
  let late: (() => Promise<Response>)[] = [];
  return {
    /**
     * Sends a request.
     *
     * @param statements of a fault `killed`: after how many statements
     * @throws TypeError as fetch does where no answer comes
     */
    send: async (request: () => Request, fault: Fault, statements = 0): Promise<Response> => {
      switch (fault) {
        case 'none':
          return sendJson(request());
        case 'lost':
          throw broken();
        case 'answer-lost':
          await sendJson(request());
          throw broken();
        case 'twice':
          await sendJson(request());
          return sendJson(request());
        case 'late':
          late.push(() => sendJson(request()));
          throw broken();
        case 'killed':
          await killedAfter(statements, () => sendJson(request()));
          throw broken();
      }
    },
    /** What was on its way all the time arrives, the latest first. */
    deliverLate: async (): Promise<void> => {
      const all = late.reverse();
      late = [];
      for (const each of all) await each();
    },
  };
}
