import pg from 'pg';

/** Messages between the processes of the application, carried by the database. */
export interface Notifications {
  /** Hears what is told on a channel. @returns stops it */
  readonly listen: (channel: string, listener: (payload: string) => void) => () => void;
  readonly tell: (channel: string, payload: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

const RECONNECT_MS = 2_000;

/**
 * Opens a connection of its own with the first listener, and another one when that breaks. What is told meanwhile is not heard:
 * whoever listens reads what matters when it begins.
 */
export function notificationsOf(url: string, pool: Pick<pg.Pool, 'query'>): Notifications {
  const listeners = new Map<string, Set<(payload: string) => void>>();
  let client: pg.Client | null = null;
  const connect = async (): Promise<void> => {
    const own = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5_000, keepAlive: true });
    client = own;
    const again = (): void => {
      if (client !== own) return;
      client = null;
      // Without a listener nobody needs it.
      if (listeners.size > 0) setTimeout(() => void connect(), RECONNECT_MS).unref();
    };
    own.on('error', again);
    own.on('end', again);
    own.on('notification', ({ channel, payload = '' }) => {
      for (const listener of listeners.get(channel) ?? []) listener(payload);
    });
    try {
      await own.connect();
      for (const channel of listeners.keys()) await own.query(`listen ${pg.escapeIdentifier(channel)}`);
    } catch {
      again();
    }
  };
  return {
    listen: (channel, listener) => {
      const of = listeners.get(channel) ?? new Set();
      const isNew = of.size === 0;
      of.add(listener);
      listeners.set(channel, of);
      if (client === null) void connect();
      // One that is being connected hears of the channel once it is.
      else if (isNew) client.query(`listen ${pg.escapeIdentifier(channel)}`).catch(() => undefined);
      return () => {
        of.delete(listener);
      };
    },
    close: async () => {
      const own = client;
      client = null;
      listeners.clear();
      await own?.end();
    },
    tell: async (channel, payload) => {
      await pool.query('select pg_notify($1, $2)', [channel, payload]);
    },
  };
}
