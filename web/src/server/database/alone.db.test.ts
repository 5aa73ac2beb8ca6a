import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compose, type Composed } from '../compose.ts';
import { useTestDatabase } from '../testing/api.ts';

let processes: readonly Composed[] = [];
beforeAll(async () => {
  const url = await useTestDatabase();
  processes = [compose(url), compose(url)];
});
afterAll(() => Promise.all(processes.map(({ close }) => close())));

/** Work that ends when it is told to. */
function held() {
  let end: () => void = () => undefined;
  const ended = new Promise<void>((resolve) => (end = resolve));
  return { ended, end };
}

describe('work of several processes', () => {
  it('waits for the same work of another one, and not for other work', async () => {
    const [one, other] = processes;
    const said: string[] = [];
    const first = held();
    const begun = held();
    const a = one?.alone('sums of a', async () => {
      begun.end();
      await first.ended;
      said.push('one');
    });
    await begun.ended;
    const b = other?.alone('sums of a', () => Promise.resolve(said.push('other')));
    await other?.alone('sums of b', () => Promise.resolve(said.push('else')));
    expect(said).toEqual(['else']);
    first.end();
    await Promise.all([a, b]);
    expect(said).toEqual(['else', 'one', 'other']);
  });

  it('goes on where the same work of another one failed', async () => {
    const [one, other] = processes;
    await expect(one?.alone('sums', () => Promise.reject(new Error('no room')))).rejects.toThrow('no room');
    expect(await other?.alone('sums', () => Promise.resolve('made'))).toBe('made');
  });
});
