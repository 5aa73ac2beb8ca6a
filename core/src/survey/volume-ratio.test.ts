import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ratiosOf, ratioSums, ratioSumsWithout, volumeRatio, type TalliedTree } from './index.ts';

const BASAL_AREA_40 = (Math.PI * 0.4 * 0.4) / 4;

const tree = (speciesCode: string, dbhCm: number | null, volumeM3: number | null): TalliedTree => ({
  speciesCode,
  dbhCm,
  heightM: null,
  volumeM3,
});

const anyTree = fc
  .tuple(
    fc.constantFrom('sp', 'bt', 'po'),
    fc.option(fc.double({ min: 7, max: 90, noNaN: true })),
    fc.option(fc.double({ min: 0.01, max: 9, noNaN: true })),
  )
  .map(([code, dbhCm, volumeM3]) => tree(code, dbhCm, volumeM3));

describe('volume per basal area', () => {
  it('is that of the trees that have both: 1.2 m³ over a tree of 40 cm', () => {
    const { bySpecies, pooled, measuredTrees } = volumeRatio([
      tree('sp', 40, 1.2),
      tree('sp', 30, null),
      tree('sp', null, 3),
      tree('bt', 20, null),
    ]);
    expect(bySpecies.get('sp')).toBeCloseTo(1.2 / BASAL_AREA_40, 9);
    expect(bySpecies.has('bt')).toBe(false);
    expect(pooled).toBeCloseTo(1.2 / BASAL_AREA_40, 9);
    expect(measuredTrees).toBe(2);
  });

  it('is none where no tree has both', () => {
    expect(ratiosOf(ratioSums([tree('sp', 40, null)]))).toEqual({ bySpecies: new Map(), pooled: null });
  });

  it('of all without some is that of the others', () => {
    fc.assert(
      fc.property(fc.array(anyTree, { maxLength: 30 }), fc.array(anyTree, { maxLength: 30 }), (some, others) => {
        const left = ratiosOf(ratioSumsWithout(ratioSums([...some, ...others]), ratioSums(some)));
        const direct = ratiosOf(ratioSums(others));
        expect([...left.bySpecies.keys()].sort()).toEqual([...direct.bySpecies.keys()].sort());
        for (const [code, ratio] of direct.bySpecies) expect((left.bySpecies.get(code) ?? 0) / ratio).toBeCloseTo(1, 4);
        if (direct.pooled === null) expect(left.pooled).toBeNull();
        else expect((left.pooled ?? 0) / direct.pooled).toBeCloseTo(1, 4);
      }),
    );
  });
});
