import { describe, expect, it } from 'vitest';
import { leastSquares, seededRandom } from '../statistics/index.ts';
import { fitKozak, fitMaxBurkhart, fitOrmerod, type TaperFitOutcome, type TaperSections } from './fit-taper.ts';
import { kozakProfile, maxBurkhartProfile, ormerodProfile, type ProfileOutcome } from './profile.ts';
import { LOBLOLLY, type TreeSize } from './taper.ts';
import { inEnglish } from '../testing/english.ts';

/** Sections of seeded stems: sixteen each, closer at the butt, the diameters off by a share of the dbh. */
function sectionsOf(stems: number, spread: number, profileOf: (tree: TreeSize) => ProfileOutcome): TaperSections {
  const random = seededRandom(11);
  const rows = Array.from({ length: stems }, () => ({
    dbhCm: 15 + 40 * random(),
    heightM: 14 + 18 * random(),
  })).flatMap((tree) => {
    const outcome = profileOf(tree);
    if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
    return Array.from({ length: 16 }, (_, i) => {
      const atM = ((i + 0.3) / 16) ** 1.5 * tree.heightM;
      const off = spread * tree.dbhCm * (random() + random() + random() - 1.5);
      return { ...tree, atM, diameterCm: Math.max(0.2, outcome.profile.diameterCm(atM) + off) };
    });
  });
  return {
    dbhCm: Float64Array.from(rows, ({ dbhCm }) => dbhCm),
    heightM: Float64Array.from(rows, ({ heightM }) => heightM),
    atM: Float64Array.from(rows, ({ atM }) => atM),
    diameterCm: Float64Array.from(rows, ({ diameterCm }) => diameterCm),
    breastHeightM: 1.3,
  };
}

function fitted<T>(outcome: TaperFitOutcome<T>) {
  if (!outcome.ok) throw new Error(inEnglish(outcome.message));
  return outcome.fit;
}
const messageOf = <T>(outcome: TaperFitOutcome<T>): string => (outcome.ok ? '' : inEnglish(outcome.message));

describe('fitting a taper', () => {
  it('finds the coefficients that drew the stems', () => {
    const kozak = { b1: -1.7, b2: 0.6 };
    const byKozak = fitted(fitKozak(sectionsOf(20, 0, (tree) => kozakProfile(tree, kozak, 1.3))));
    expect(byKozak.coefficients.b1).toBeCloseTo(kozak.b1, 9);
    expect(byKozak.coefficients.b2).toBeCloseTo(kozak.b2, 9);
    expect(byKozak.rootMeanSquareCm).toBeLessThan(1e-9);
    const byOrmerod = fitted(fitOrmerod(sectionsOf(20, 0, (tree) => ormerodProfile(tree, { p: 0.72 }, 1.3))));
    expect(byOrmerod.coefficients.p).toBeCloseTo(0.72, 9);
    const parabolas = fitted(fitMaxBurkhart(sectionsOf(30, 0, (tree) => maxBurkhartProfile(tree, LOBLOLLY, 1.3))));
    LOBLOLLY.a.forEach((joint, i) => {
      expect(parabolas.coefficients.a[i]).toBeCloseTo(joint, 4);
    });
    expect(parabolas.residualSum).toBeLessThan(1e-12);
  });

  it('leaves no less than the general solution of the same squares: Kozak', () => {
    const sections = sectionsOf(50, 0.05, (tree) => kozakProfile(tree, { b1: -1.7, b2: 0.6 }, 1.3));
    const z = Array.from(sections.atM, (at, i) => at / (sections.heightM[i] ?? 1));
    const general = leastSquares(
      z.map((share) => [share - 1, share * share - 1]),
      Array.from(sections.diameterCm, (d, i) => (d / (sections.dbhCm[i] ?? 1)) ** 2),
    );
    const own = fitted(fitKozak(sections));
    expect(own.residualSum / (general?.residualSum ?? 0)).toBeCloseTo(1, 9);
    expect(own.coefficients.b1).toBeCloseTo(general?.coefficients[0] ?? 0, 8);
  });

  it('cannot be bettered by a small step in any coefficient: Max and Burkhart, Ormerod', () => {
    const sections = sectionsOf(120, 0.04, (tree) => maxBurkhartProfile(tree, LOBLOLLY, 1.3));
    const { coefficients, residualSum } = fitted(fitMaxBurkhart(sections));
    const sumOf = ([b1 = 0, b2 = 0, b3 = 0, b4 = 0, a1 = 0, a2 = 0]: readonly number[]): number =>
      Array.from(sections.atM).reduce((sum, at, i) => {
        const z = at / (sections.heightM[i] ?? 1);
        const wanted = ((sections.diameterCm[i] ?? 0) / (sections.dbhCm[i] ?? 1)) ** 2;
        const fit = b1 * (z - 1) + b2 * (z * z - 1) + b3 * Math.max(0, a1 - z) ** 2 + b4 * Math.max(0, a2 - z) ** 2;
        return sum + (wanted - fit) ** 2;
      }, 0);
    const best = [...coefficients.b, ...coefficients.a];
    expect(sumOf(best)).toBeCloseTo(residualSum, 10);
    best.forEach((value, j) => {
      for (const by of [-1e-3, 1e-3])
        expect(sumOf(best.with(j, value * (1 + by)))).toBeGreaterThanOrEqual(residualSum * (1 - 1e-9));
    });
    const { coefficients: own, residualSum: left } = fitted(fitOrmerod(sections));
    const ofExponent = (p: number): number =>
      Array.from(sections.atM).reduce((sum, at, i) => {
        const [tall = 0, dbh = 1, d = 0] = [sections.heightM[i], sections.dbhCm[i], sections.diameterCm[i]];
        return sum + (d / dbh - ((tall - at) / (tall - 1.3)) ** p) ** 2;
      }, 0);
    expect(ofExponent(own.p)).toBeCloseTo(left, 10);
    for (const by of [-1e-3, 1e-3]) expect(ofExponent(own.p + by)).toBeGreaterThan(left);
  });

  it('says what it lacks', () => {
    const one = sectionsOf(1, 0, (tree) => kozakProfile(tree, { b1: -1.7, b2: 0.6 }, 1.3));
    const part = (n: number): TaperSections => ({
      dbhCm: one.dbhCm.slice(0, n),
      heightM: one.heightM.slice(0, n),
      atM: one.atM.slice(0, n),
      diameterCm: one.diameterCm.slice(0, n),
      breastHeightM: 1.3,
    });
    expect(messageOf(fitKozak(part(2)))).toBe('At least 3 sections are needed; there are 2.');
    expect(messageOf(fitMaxBurkhart(part(11)))).toContain('At least 12 sections');
    const same = { ...part(4), atM: new Float64Array(4).fill(5) };
    expect(messageOf(fitKozak(same))).toContain('the same relative height');
    expect(messageOf(fitOrmerod({ ...part(4), atM: new Float64Array(4).fill(1.3) }))).toContain('breast height');
    expect(messageOf(fitOrmerod({ ...part(4), atM: new Float64Array(4).fill(99) }))).toContain('Section 1 must be');
  });
});
