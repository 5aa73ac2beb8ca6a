import { describe, expect, it } from 'vitest';
import { keptPapers } from './kept-papers.ts';

/** A shelf whose database and day can be changed, and a press that counts what it sets. */
function shelf(mostBytes?: number) {
  const now: { version: string | null; day: string } = { version: '7', day: '2026-06-01' };
  const papers = keptPapers({
    versionOf: () => Promise.resolve(now.version),
    dayOf: () => now.day,
    ...(mostBytes === undefined ? {} : { mostBytes }),
  });
  let set = 0;
  const ask = async (key: string, size = 10): Promise<number | undefined> =>
    (
      await papers(key, () => {
        set += 1;
        return Promise.resolve({ bytes: new Uint8Array(size).fill(set), name: key });
      })
    ).bytes[0];
  return { now, ask };
}

describe('reports that were set', () => {
  it('are sent again as long as nothing was written', async () => {
    const { ask } = shelf();
    expect([await ask('pdf'), await ask('xlsx'), await ask('pdf')]).toEqual([1, 2, 1]);
  });

  it('are set anew after a write, and on another day', async () => {
    const { ask, now } = shelf();
    await ask('pdf');
    now.version = '8';
    expect(await ask('pdf')).toBe(2);
    now.day = '2026-06-02';
    expect(await ask('pdf')).toBe(3);
  });

  it('are set each time while the database does not answer', async () => {
    const { ask, now } = shelf();
    now.version = null;
    expect([await ask('pdf'), await ask('pdf')]).toEqual([1, 2]);
  });

  it('make room for newer ones: of 10, 10 and 10 bytes 25 hold the last two', async () => {
    const { ask } = shelf(25);
    await ask('a');
    await ask('b');
    await ask('c');
    expect([await ask('c'), await ask('b'), await ask('a')]).toEqual([3, 2, 4]);
  });

  it('are not kept where one alone is too large', async () => {
    const { ask } = shelf(25);
    await ask('small');
    expect([await ask('large', 26), await ask('large', 26), await ask('small')]).toEqual([2, 3, 1]);
  });
});
