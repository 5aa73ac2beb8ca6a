import { tooMany } from './problem.ts';
import { t } from '../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** Lets one piece of work of each owner run at a time, and few of all together. */
export interface Turns {
  /**
   * Runs the work when its turn comes.
   *
   * @param owner whoever asks, such as a remote address
   * @throws Problem 429 where the owner has one under way, or too many wait
   */
  readonly run: <T>(owner: string, work: () => Promise<T>) => Promise<T>;
}

/**
 * @param atOnce pieces of work of all owners that run together
 * @param mostWaiting owners that wait for their turn; one more is refused
 */
export function turns(
  what: Text,
  { atOnce, mostWaiting, retryAfterS }: { atOnce: number; mostWaiting: number; retryAfterS: number },
): Turns {
  const owners = new Set<string>();
  const waiting: (() => void)[] = [];
  let running = 0;
  return {
    run: async (owner, work) => {
      if (owners.has(owner))
        throw tooMany(
          t('server.of-yours-is-still-running', '{what} of yours is still running. Wait until it has ended.', { what }),
          retryAfterS,
        );
      if (waiting.length >= mostWaiting)
        throw tooMany(t('server.the-server-is-busy-try', 'The server is busy. Try again in a moment.'), retryAfterS);
      owners.add(owner);
      try {
        if (running >= atOnce) await new Promise<void>((resolve) => waiting.push(resolve));
        running += 1;
        try {
          return await work();
        } finally {
          running -= 1;
          waiting.shift()?.();
        }
      } finally {
        owners.delete(owner);
      }
    },
  };
}
