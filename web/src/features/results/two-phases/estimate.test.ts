import { describe, expect, it } from 'vitest';
import { estimate, type Typed } from './estimate.ts';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

const NOTHING: Typed = { pairs: '', counts: '', perTree: '', largeN: 100, largeMean: 3, factor: 4, guesses: 1000 };

describe('samples of two phases from pasted lists', () => {
  it('lie on the line where every y does: y = 2 + 3 x at a mean of 3 is 11, without an error', () => {
    const { estimation, alone } = estimate('regression', { ...NOTHING, pairs: '1 5\n2 8\n4 14\n5 17' });
    expect(estimation).toMatchObject({ ok: true, mean: expect.closeTo(11, 9) as number });
    // What is left is how the large sample may lie: s² ÷ n' = 30 ÷ 100.
    expect(estimation?.ok === true ? estimation.standardError : null).toBeCloseTo(Math.sqrt(30 / 100), 9);
    expect(alone).toMatchObject({ ok: true, mean: 11 });
  });

  it('are drawn with the line through their mean and the estimate: y = 2 + 3 x from 1 to 7', () => {
    const { pairs } = estimate('regression', { ...NOTHING, largeMean: 7, pairs: '1 5\n2 8\n4 14\n5 17' });
    expect(pairs?.points).toHaveLength(4);
    const [from, to] = pairs?.line ?? [];
    expect([from?.[0], to?.[0]]).toEqual([1, 7]);
    expect(from?.[1]).toBeCloseTo(5, 9);
    expect(to?.[1]).toBeCloseTo(23, 9);
    // At their own mean no line can be told from these two points.
    expect(estimate('regression', { ...NOTHING, pairs: '1 5\n2 8\n4 14\n5 17' }).pairs?.line).toEqual([]);
  });

  it('take a ratio times the mean of the large sample: 30 ÷ 10 × 3 = 9', () => {
    const { estimation } = estimate('ratio', { ...NOTHING, pairs: '2; 6\n3; 9\n5; 15' });
    expect(estimation).toMatchObject({ ok: true, mean: expect.closeTo(9, 9) as number });
  });

  it('multiply factor, mean count and mean volume per basal area: 4 × 7 × 9 = 252', () => {
    const { estimation } = estimate('count', { ...NOTHING, counts: '6\n8\n7', perTree: '8\n9\n10' });
    // √((1 ÷ √3 ÷ 7)² + (1 ÷ √3 ÷ 9)²) = 10.449 %
    expect(estimation).toMatchObject({ ok: true, mean: expect.closeTo(252, 9) as number });
    expect(estimation?.ok === true ? estimation.standardError : null).toBeCloseTo(252 * 0.104492, 2);
  });

  it('raise the guesses by measured over guessed: 1000 × 1.1', () => {
    const { estimation } = estimate('guess', { ...NOTHING, pairs: '1 1.0\n2 2.2\n1 1.2' });
    expect(estimation).toMatchObject({ ok: true, mean: expect.closeTo(1100, 9) as number });
  });

  it('name the line that cannot be read, and give nothing meanwhile', () => {
    const { estimation, problems } = estimate('ratio', { ...NOTHING, pairs: '2 6\nthree 9' });
    expect(estimation).toBeNull();
    expect(problems.pairs.map(({ line }) => line)).toEqual([2]);
  });

  it('say why there is no estimate: too few, all x equal, a guess of 0', () => {
    expect(estimate('regression', { ...NOTHING, pairs: '2 6\n3 9' }).estimation).toMatchObject({ ok: false });
    expect(inEnglish(estimate('regression', { ...NOTHING, pairs: '2 6\n2 9\n2 8' }).estimation)).toMatchObject({
      ok: false,
      message: expect.stringContaining('equal') as string,
    });
    expect(estimate('guess', { ...NOTHING, pairs: '0 1\n1 1.1' }).estimation).toMatchObject({ ok: false });
    expect(estimate('ratio', { ...NOTHING, largeN: 2, pairs: '2 6\n3 9\n5 15' }).estimation).toMatchObject({
      ok: false,
    });
  });
});
