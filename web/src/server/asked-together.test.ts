import { describe, expect, it } from 'vitest';
import { askedTogether } from './asked-together.ts';

/** Questions that wait until they are answered. */
function questions() {
  const open: { readonly answer: (text: string) => void; readonly fail: (error: Error) => void }[] = [];
  const ask = askedTogether(
    () =>
      new Promise<string>((answer, fail) => {
        open.push({ answer, fail });
      }),
  );
  return { open, ask };
}

const settled = () => new Promise((resolve) => setImmediate(resolve));

describe('a question that many ask', () => {
  it('is asked once more for all who came after it had begun', async () => {
    const { open, ask } = questions();
    const first = ask();
    const others = [ask(), ask(), ask()];
    expect(open).toHaveLength(1);
    open[0]?.answer('before');
    expect(await first).toBe('before');
    await settled();
    expect(open).toHaveLength(2);
    open[1]?.answer('after');
    expect(await Promise.all(others)).toEqual(['after', 'after', 'after']);
    await settled();
    const later = ask();
    open[2]?.answer('later');
    expect(await later).toBe('later');
  });

  it('is asked again where it failed, and who asked it alone is told', async () => {
    const { open, ask } = questions();
    const first = ask();
    const second = ask();
    open[0]?.fail(new Error('away'));
    await expect(first).rejects.toThrow('away');
    await settled();
    open[1]?.answer('there');
    expect(await second).toBe('there');
  });
});
