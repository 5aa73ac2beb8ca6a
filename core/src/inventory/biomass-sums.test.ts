import { describe, expect, it } from 'vitest';
import type { TalliedPlot, TalliedTree } from './tallied.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { biomassSums } = fromTrees;

const tree = (speciesCode: string, dbhCm: number): TalliedTree => ({
  speciesCode,
  dbhCm,
  heightM: null,
  volumeM3: null,
});
/** Plots of 1,000 m²: each tree stands for ten per hectare. */
const plotOf = (...trees: readonly TalliedTree[]): TalliedPlot => ({ shape: { kind: 'circle', areaM2: 1000 }, trees });

describe('biomass and carbon of a survey', () => {
  const plots = [plotOf(tree('sp', 30), tree('bt', 40), tree('xx', 50)), plotOf(tree('sp', 30))];
  const sums = biomassSums(plots, { sp: 'pine', bt: 'hard-maple-oak-hickory-beech' });
  // exp(−2.5356 + 2.4349 ln 30) = 312.9 kg; exp(−2.0127 + 2.4342 ln 40) = 1,061 kg.
  const pineT = Math.exp(-2.5356 + 2.4349 * Math.log(30)) / 1000;
  const beechT = Math.exp(-2.0127 + 2.4342 * Math.log(40)) / 1000;

  it('is the mass of each tree times what it stands for', () => {
    expect(pineT).toBeCloseTo(0.3129, 3);
    expect(sums?.species.map(({ speciesCode, dryTPerHa }) => [speciesCode, dryTPerHa.mean])).toEqual([
      ['sp', expect.closeTo(10 * pineT, 9)],
      ['bt', expect.closeTo(5 * beechT, 9)],
    ]);
    expect(sums?.all.dryTPerHa.mean).toBeCloseTo(10 * pineT + 5 * beechT, 9);
  });

  it('has the error of how plots differ, and 47 % of carbon with it', () => {
    // Two plots that differ by ten beeches: half of that.
    expect(sums?.all.dryTPerHa.standardError).toBeCloseTo(5 * beechT, 9);
    expect(sums?.all.carbonTPerHa.mean).toBeCloseTo(0.47 * (10 * pineT + 5 * beechT), 9);
    expect(sums?.all.carbonTPerHa.standardError).toBeCloseTo(0.47 * 5 * beechT, 9);
  });

  it('has the mean mass of a tree, and the error of its equation', () => {
    // Of ten pines on each plot and ten beeches on one; s of the logarithm is 0.253781 and 0.236483.
    const pineShare = Math.sqrt(Math.exp(0.253781 ** 2) - 1);
    const beechShare = Math.sqrt(Math.exp(0.236483 ** 2) - 1);
    expect(sums?.species.map(({ dryKgPerTree }) => dryKgPerTree)).toEqual([
      expect.closeTo(1000 * pineT, 9),
      expect.closeTo(1000 * beechT, 9),
    ]);
    expect(sums?.species.map(({ equationShare }) => equationShare)).toEqual([
      expect.closeTo(pineShare, 9),
      expect.closeTo(beechShare, 9),
    ]);
    const off = Math.hypot(10 * pineT * pineShare, 5 * beechT * beechShare);
    expect(sums?.all.equationShare).toBeCloseTo(off / (10 * pineT + 5 * beechT), 9);
  });

  it('shares the error of an equation among the species of its group', () => {
    const shared = biomassSums([plotOf(tree('sp', 30), tree('bp', 40))], { sp: 'pine', bp: 'pine' });
    expect(shared?.all.equationShare).toBeCloseTo(Math.sqrt(Math.exp(0.253781 ** 2) - 1), 9);
  });

  it('leaves out species without an equation and says how many', () => {
    expect(sums?.without).toBe(1);
    expect(biomassSums(plots, {})).toBeNull();
  });
});
