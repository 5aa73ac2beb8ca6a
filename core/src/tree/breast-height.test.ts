import { describe, expect, it } from 'vitest';
import { curveSums, expectedByCurve, fitHeightCurve, heightByCurves, standCurves } from '../height-curve/index.ts';
import { fitOrmerod, profileByChoice, profileByOwnDiameters, standingVolumes } from '../taper/index.ts';
import { presslerM3 } from '../taper/sections.ts';
import { stemVolumeM3 } from '../volume/index.ts';
import { inEnglish } from '../testing/english.ts';

/** Breast height of 4.5 ft. */
const BREAST_HEIGHT_M = 1.3716;
const TREE = { dbhCm: 40, heightM: 26 };

describe('a survey with breast height at 4.5 ft', () => {
  it('has the dbh at 4.5 ft on every stem that it draws itself', () => {
    for (const outcome of [
      profileByChoice({ model: 'solids' }, TREE, BREAST_HEIGHT_M),
      profileByChoice({ model: 'ormerod', p: 0.7 }, TREE, BREAST_HEIGHT_M),
      profileByOwnDiameters(TREE, [{ heightM: 12, diameterCm: 28 }], BREAST_HEIGHT_M),
    ]) {
      if (outcome?.ok !== true) throw new Error(inEnglish(outcome?.problem.message ?? ''));
      expect(outcome.profile.diameterCm(BREAST_HEIGHT_M)).toBeCloseTo(40, 9);
    }
  });

  it('has the volume of a cone through the dbh at 4.5 ft', () => {
    // Tip 10 m above breast height: 20 cm there, 20 × 11.3716 ÷ 10 at the ground. V = π ÷ 12 × d² × H
    const buttM = (0.2 * 11.3716) / 10;
    const factor = { value: 0.45, standardError: 0.05 };
    const cone = { by: 'profile', taper: { model: 'ormerod', p: 1 }, errorShare: 0.1 } as const;
    expect(inEnglish(stemVolumeM3(cone, factor, 20, 11.3716, BREAST_HEIGHT_M))).toBeCloseTo(
      (Math.PI / 12) * buttM * buttM * 11.3716,
      9,
    );
  });

  it('keeps a taper by shares of the height as it was fitted: Kozak has no breast height of its own', () => {
    const kozak = { model: 'kozak', b1: -1.7, b2: 0.6 } as const;
    const [at4ft5, at1m3] = [BREAST_HEIGHT_M, 1.3].map((heightM) => profileByChoice(kozak, TREE, heightM));
    if (at4ft5?.ok !== true || at1m3?.ok !== true) throw new Error('no stem');
    expect(at4ft5.profile.diameterCm(10)).toBe(at1m3.profile.diameterCm(10));
  });

  it('finds the exponent of stems whose dbh is at 4.5 ft', () => {
    const at = [0.5, 4, 9, 15, 21];
    const fit = fitOrmerod({
      dbhCm: Float64Array.from(at, () => 40),
      heightM: Float64Array.from(at, () => 26),
      atM: Float64Array.from(at),
      diameterCm: Float64Array.from(at, (h) => 40 * ((26 - h) / (26 - BREAST_HEIGHT_M)) ** 0.7),
      breastHeightM: BREAST_HEIGHT_M,
    });
    expect(fit.ok ? fit.fit.coefficients.p : NaN).toBeCloseTo(0.7, 9);
  });

  it('compares whole stems by the dbh at 4.5 ft', () => {
    const outcome = profileByChoice({ model: 'ormerod', p: 0.5 }, TREE, BREAST_HEIGHT_M);
    if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
    // A paraboloid is half as thick three quarters of the way from breast height to the tip.
    const half = BREAST_HEIGHT_M + 0.75 * (26 - BREAST_HEIGHT_M);
    const pressler = standingVolumes(outcome.profile, BREAST_HEIGHT_M).find(
      ({ name }) => inEnglish(name) === 'Pressler',
    );
    expect(pressler?.volumeM3).toBeCloseTo(presslerM3(40, half, BREAST_HEIGHT_M), 9);
  });

  it('has height curves that start at 4.5 ft', () => {
    const heightOf = (dbhCm: number): number => BREAST_HEIGHT_M + 30 * Math.exp(-14 / dbhCm);
    const trees = [12, 15, 18, 22, 26, 30, 35, 41, 48, 56].map((dbhCm) => ({ dbhCm, heightM: heightOf(dbhCm) }));
    const outcome = fitHeightCurve('michailoff', trees, BREAST_HEIGHT_M);
    if (!outcome.ok) throw new Error(inEnglish(outcome.message));
    expect(outcome.curve.parameters[0]).toBeCloseTo(30, 6);
    expect(outcome.curve.parameters[1]).toBeCloseTo(14, 6);
    expect(expectedByCurve(curveSums(trees, BREAST_HEIGHT_M), 28)?.heightM).toBeCloseTo(heightOf(28), 6);
    const curves = standCurves(
      trees.map((tree, i) => ({ ...tree, speciesCode: 'pi', plotId: String(i % 2) })),
      BREAST_HEIGHT_M,
    );
    expect(heightByCurves(curves, { speciesCode: 'pi', dbhCm: 28, plotId: '0' })?.heightM).toBeCloseTo(heightOf(28), 4);
  });
});
