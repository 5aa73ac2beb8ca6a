import { describe, expect, it } from 'vitest';
import { normal, seededRandom } from '../statistics/index.ts';
import { estimateFrom } from '../testing/given.ts';
import { formFactorVolume } from '../volume/form-factor-volume.ts';

const tree = (dbhCm: number, heightM: number, system: 'metric' | 'imperial' = 'metric') =>
  formFactorVolume(
    estimateFrom('diameter.tape', { diameter: [dbhCm, 'cm', 0.3] }, { unitSystem: system }),
    estimateFrom('height.known', { height: [heightM, 'm', 0.5] }, { unitSystem: system }),
    { value: 0.45, standardError: 0.05 },
    system,
  );

describe('volume by a form factor', () => {
  it('is 0.916 m³ for 36 cm and 20 m: 0.45 × 0.10179 × 20', () => {
    const { value, printed } = tree(36, 20);
    expect(value).toBeCloseTo(0.45 * 0.101787602 * 20, 6);
    expect(printed).toMatchObject({ value: '0.92', unit: 'm3' });
  });

  it('is the same wood in cubic feet', () => {
    const { value, printed } = tree(36, 20, 'imperial');
    expect(value).toBeCloseTo(tree(36, 20).value, 10);
    expect(Number(printed.value)).toBeCloseTo(value / 0.028316846592, 1);
  });

  it('grows with the square of the diameter and with the height', () => {
    expect(tree(72, 20).value).toBeCloseTo(4 * tree(36, 20).value, 10);
    expect(tree(36, 10).value).toBeCloseTo(tree(36, 20).value / 2, 10);
  });

  it('has the ± that simulation gives', () => {
    const random = seededRandom(3);
    const draws = Array.from({ length: 100_000 }, () => {
      const d = normal(random, 36, 0.3);
      return normal(random, 0.45, 0.05) * ((Math.PI * d * d) / 40_000) * normal(random, 20, 0.5);
    });
    const mean = draws.reduce((sum, draw) => sum + draw, 0) / draws.length;
    const spread = Math.sqrt(draws.reduce((sum, draw) => sum + (draw - mean) ** 2, 0) / (draws.length - 1));
    expect(Math.abs(tree(36, 20).standardError / spread - 1)).toBeLessThan(0.03);
  });
});
