import { describe, expect, it } from 'vitest';
import { regenerationSums, type RegenerationPlot } from './regeneration-sums.ts';

const plot = (
  areaM2: number,
  counts: RegenerationPlot['regeneration']['counts'],
  stratumId?: string,
): RegenerationPlot => ({
  stratumId,
  regeneration: { areaM2, counts },
});
const beech = (count: number) => ({ speciesCode: 'bt', heightClass: 'seedling', count }) as const;
const pine = (count: number) => ({ speciesCode: 'sp', heightClass: 'sapling', count }) as const;

describe('regeneration on subplots', () => {
  // 10 m² stand for a thousandth of a hectare: 4000, 0 and 8000 beeches; 1000 pines on the first alone.
  const sums = regenerationSums([plot(10, [beech(4), pine(1)]), plot(10, []), plot(20, [beech(16)])]);
  const rowOf = (speciesCode: string | null, heightClass: string) =>
    sums?.rows.find((row) => row.speciesCode === speciesCode && row.heightClass === heightClass);

  it('is a mean over the plots that were looked at, those without any among them', () => {
    expect(sums?.plots).toBe(3);
    expect(rowOf('bt', 'seedling')?.stemsPerHa.mean).toBeCloseTo(4000, 9);
    // s = 4000, so 4000 ÷ √3; t with 2 degrees of freedom 4.303
    expect(rowOf('bt', 'seedling')?.stemsPerHa.standardError).toBeCloseTo(2309.4, 1);
    expect(rowOf('bt', 'seedling')?.stemsPerHa.halfWidth).toBeCloseTo(4.3027 * 2309.4, 0);
    expect(rowOf('sp', 'sapling')?.stemsPerHa.mean).toBeCloseTo(1000 / 3, 9);
    expect(rowOf('bt', 'seedling')?.counted).toBe(20);
  });

  it('has all species together first, and no class without a stem', () => {
    expect(sums?.rows.map(({ speciesCode, heightClass }) => [speciesCode, heightClass])).toEqual([
      [null, 'seedling'],
      [null, 'sapling'],
      ['bt', 'seedling'],
      ['sp', 'sapling'],
    ]);
    expect(rowOf(null, 'seedling')?.stemsPerHa.mean).toBeCloseTo(4000, 9);
  });

  it('weighs strata by their areas: 0.75 × 2000 + 0.25 × 6000 = 3000', () => {
    const stratified = regenerationSums(
      [plot(10, [beech(1)], 'a'), plot(10, [beech(3)], 'a'), plot(10, [beech(5)], 'b'), plot(10, [beech(7)], 'b')],
      [
        { id: 'a', areaHa: 15 },
        { id: 'b', areaHa: 5 },
      ],
    );
    const [all] = stratified?.rows ?? [];
    expect(all?.stemsPerHa.mean).toBeCloseTo(3000, 9);
    // Within each stratum s² = 2 000 000: √(0.75² × 10⁶ + 0.25² × 10⁶)
    expect(all?.stemsPerHa.standardError).toBeCloseTo(790.57, 2);
  });

  it('is null without a counted plot, and has no error from a single plot', () => {
    expect(regenerationSums([])).toBeNull();
    expect(regenerationSums([plot(10, [beech(2)])])?.rows[0]?.stemsPerHa.standardError).toBeNull();
  });
});
