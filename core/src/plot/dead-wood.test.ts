import { describe, expect, it } from 'vitest';
import { deadWoodM3PerHa } from './dead-wood.ts';

const meanOf = (lines: Parameters<typeof deadWoodM3PerHa>[0]) => {
  const found = deadWoodM3PerHa(lines);
  return found.ok ? found : null;
};

describe('dead wood along a line', () => {
  it('is π² Σ d² ÷ 8 L: 10 and 20 cm on 20 m are 30.84 m³/ha', () => {
    // 9.8696 × (100 + 400) ÷ 160
    expect(meanOf([{ lengthM: 20, diametersCm: [10, 20] }])?.mean).toBeCloseTo(30.8425, 3);
    expect(meanOf([{ lengthM: 20, diametersCm: [10, 20] }])?.standardError).toBeNull();
  });

  it('is the same whether a line is cut in two or not', () => {
    const whole = meanOf([{ lengthM: 40, diametersCm: [10, 20, 30] }])?.mean;
    const halves = meanOf([
      { lengthM: 25, diametersCm: [10, 20] },
      { lengthM: 15, diametersCm: [30] },
    ])?.mean;
    expect(halves).toBeCloseTo(whole ?? 0, 9);
  });

  it('has the error of how lines of one length differ: s ÷ √n', () => {
    const lines = [[10], [20], [], [14]].map((diametersCm) => ({ lengthM: 20, diametersCm }));
    // Σ d² 100, 400, 0, 196: s = √(87,312 ÷ 3) = 170.6, ÷ √4, × π² ÷ 160
    const found = meanOf(lines);
    expect(found?.mean).toBeCloseTo((Math.PI ** 2 / 160) * 174, 6);
    expect(found?.standardError).toBeCloseTo(5.2617, 3);
  });

  it('needs lines with a length', () => {
    expect(deadWoodM3PerHa([]).ok).toBe(false);
    expect(deadWoodM3PerHa([{ lengthM: 0, diametersCm: [10] }]).ok).toBe(false);
    expect(deadWoodM3PerHa([{ lengthM: 20, diametersCm: [-1] }]).ok).toBe(false);
  });
});
