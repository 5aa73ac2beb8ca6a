import { describe, expect, it } from 'vitest';
import { behreAbove, LOBLOLLY } from './taper.ts';
import { outsideTaper, profileByChoice, taperDoubts, taperOf, taperStatement } from './taper-choice.ts';
import type { TaperChoice } from '../protocol/index.ts';
import { profileOfTaper, profileOverBark, type StemProfile, underBark } from './profile.ts';
import { inEnglish } from '../testing/english.ts';

const BREAST_M = 1.3;
const FIRST_LOG_M = 17.3 * 0.3048;

function drawn(choice: TaperChoice, dbhCm: number, heightM: number): StemProfile {
  const outcome = profileByChoice(choice, { dbhCm, heightM }, BREAST_M);
  if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
  return outcome.profile;
}

describe('the published loblolly taper', () => {
  const loblolly: TaperChoice = { model: 'max-burkhart', ...LOBLOLLY };

  it('is under bark: its diameter at breast height is less than the dbh', () => {
    // z = 1.3 ÷ 20 = 0.065, above the lower joint's reach by 0.0475 and the upper's by 0.6781:
    // −3.0257 × −0.935 + 1.4586 × (0.004225 − 1) − 1.4464 × 0.6781² + 39.1081 × 0.0475² = 0.79985
    const profile = drawn(loblolly, 30, 20);
    expect(profile.bark).toBe('under');
    expect(profile.diameterCm(BREAST_M)).toBeCloseTo(30 * Math.sqrt(0.79985), 2);
    expect(inEnglish(taperStatement(loblolly))).toMatchObject({
      bark: 'under',
      species: 'loblolly pine',
      confidence: 'medium',
    });
  });

  it('has its bark taken off no second time', () => {
    const profile = drawn(loblolly, 30, 20);
    expect(underBark(profile, 0.9)).toBe(profile);
    expect(profileOverBark(profile, 0.9).volumeM3(0, 20)).toBeCloseTo(profile.volumeM3(0, 20) / 0.81, 12);
  });

  it('says that it is of one species, and which sizes it was made from', () => {
    expect(inEnglish(taperDoubts(loblolly))).toEqual(['Made from loblolly pine. Check against your local table.']);
    expect(outsideTaper(loblolly, { dbhCm: 30, heightM: 20 })).toEqual([]);
    expect(inEnglish(outsideTaper(loblolly, { dbhCm: 72, heightM: 40 }))).toEqual([
      'Outside the range of the taper: dbh 72 cm, assumed range 10 to 60 cm.',
      'Outside the range of the taper: height 40 m, assumed range 8 to 35 m.',
    ]);
  });

  it('says its range in the units of the survey: 10 to 60 cm are 3.9 to 23.6 in', () => {
    expect(inEnglish(outsideTaper(loblolly, { dbhCm: 76.2, heightM: 30 }, 'imperial'))).toEqual([
      'Outside the range of the taper: dbh 30 in, assumed range 3.9 to 23.6 in.',
    ]);
  });

  it('prints a computed dbh as the sheet does: 208 cm of girth are 66.2 cm', () => {
    expect(inEnglish(outsideTaper(loblolly, { dbhCm: 208 / Math.PI, heightM: 20 }))).toEqual([
      'Outside the range of the taper: dbh 66.2 cm, assumed range 10 to 60 cm.',
    ]);
  });

  it('leaves coefficients that were fitted here over bark', () => {
    const fitted: TaperChoice = { model: 'max-burkhart', b: [-3.1, 1.5, -1.55, 32], a: [0.74, 0.12] };
    const outcome = taperOf(fitted, BREAST_M);
    expect(outcome.ok ? outcome.model.bark : null).toBe('over');
    expect(inEnglish(taperStatement(fitted))).toMatchObject({ bark: 'over', confidence: 'own' });
    expect(taperDoubts(fitted)).toEqual([]);
  });
});

describe('a taper by form class', () => {
  const classed: TaperChoice = { model: 'behre', formClassPct: 78, barkRatio: 0.9 };

  it('goes through the dbh under bark and through the form class at the top of the first log', () => {
    const profile = drawn(classed, 40, 26);
    expect(profile.diameterCm(BREAST_M)).toBeCloseTo(36, 10);
    expect(profile.diameterCm(FIRST_LOG_M)).toBeCloseTo(31.2, 10);
    // Half way between them in squares: √((36² + 31.2²) ÷ 2).
    expect(profile.diameterCm((BREAST_M + FIRST_LOG_M) / 2)).toBeCloseTo(Math.sqrt((1296 + 973.44) / 2), 10);
  });

  it('is the hyperbola above the first log', () => {
    // x = (26 − 15) ÷ (26 − 5.27304) = 0.530710; y = x ÷ (0.62 x + 0.38) = 0.748490; 0.78 × 40 y
    expect(drawn(classed, 40, 26).diameterCm(15)).toBeCloseTo(31.2 * 0.74849, 3);
  });

  it('has a butt log of the two ends and what lies between: a paraboloid frustum', () => {
    // Squares are straight below 17.3 ft: the mean of the end areas times the length.
    const profile = drawn(classed, 40, 26);
    const area = (h: number): number => (Math.PI / 40_000) * profile.diameterCm(h) ** 2;
    expect(profile.volumeM3(0.3, FIRST_LOG_M)).toBeCloseTo(
      ((area(0.3) + area(FIRST_LOG_M)) / 2) * (FIRST_LOG_M - 0.3),
      10,
    );
  });

  it('is never thicker under bark than over it, also for a short tree', () => {
    for (const heightM of [5.6, 6, 8, 12]) expect(drawn(classed, 20, heightM).diameterCm(BREAST_M)).toBeCloseTo(18, 10);
  });

  it('finds the height of a diameter below and above the join', () => {
    const profile = drawn(classed, 40, 26);
    for (const h of [0.3, 3, FIRST_LOG_M, 9, 20]) expect(profile.heightAtM(profile.diameterCm(h))).toBeCloseTo(h, 9);
  });

  it('must lie below the bark ratio', () => {
    const outcome = taperOf({ model: 'behre', formClassPct: 90, barkRatio: 0.88 }, BREAST_M);
    expect(inEnglish(outcome.ok ? '' : outcome.problem.message)).toBe(
      'The form class, 90 %, must be below the bark ratio at breast height, 88 %.',
    );
  });
});

describe('a hyperbola through a diameter of the tree’s own', () => {
  it('goes through the dbh below it, and refuses one that lies below breast height or is thicker', () => {
    const stem = { breastShare: 1, breastHeightM: BREAST_M, joinShare: 0.8, joinM: 6 };
    const outcome = behreAbove(stem, 'over');
    const profile = outcome.ok ? profileOfTaper({ dbhCm: 30, heightM: 22 }, outcome.model, BREAST_M) : outcome;
    expect(profile.ok ? profile.profile.diameterCm(BREAST_M) : NaN).toBeCloseTo(30, 10);
    expect(profile.ok ? profile.profile.diameterCm(6) : NaN).toBeCloseTo(24, 10);
    expect(behreAbove({ ...stem, joinM: 1 }, 'over')).toMatchObject({ ok: false });
    expect(behreAbove({ ...stem, joinShare: 1.1 }, 'over')).toMatchObject({ ok: false });
  });
});
