import { describe, expect, it } from 'vitest';
import { LOG_RULES } from '../log-rules/index.ts';
import { seededRandom } from '../statistics/index.ts';
import {
  behreTaper,
  kozakTaper,
  LOBLOLLY,
  maxBurkhartTaper,
  ormerodTaper,
  solidsTaper,
  type TaperModel,
  type TaperOutcome,
} from './taper.ts';
import { emptyStandWood, standWood, volumeTable } from '../volume/index.ts';
import { profileOfTaper, underBark } from './profile.ts';
import { inEnglish } from '../testing/english.ts';

const modelOf = (outcome: TaperOutcome): TaperModel => {
  if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
  return outcome.model;
};
const CUT = {
  stumpM: 0.3,
  topCm: 18,
  logM: 16.3 * 0.3048,
  barkRatio: 0.93,
  rule: 'international-1/4',
  breastHeightM: 1.3,
} as const;
const random = seededRandom(5);
const STEMS = 400;
const stems = {
  dbhCm: Float64Array.from({ length: STEMS }, () => 8 + 70 * random()),
  heightM: Float64Array.from({ length: STEMS }, () => 6 + 34 * random()),
};

describe('the wood of a stand', () => {
  it.each([
    ['solids', solidsTaper(1.3)],
    ['Kozak', modelOf(kozakTaper({ b1: -1.7, b2: 0.6 }))],
    ['Ormerod', modelOf(ormerodTaper({ p: 0.7 }, 1.3))],
    ['Max and Burkhart', modelOf(maxBurkhartTaper(LOBLOLLY))],
    ['Behre', modelOf(behreTaper({ formClassPct: 80 }, 1.3))],
  ])('is that of its profiles, cut log by log: %s', (_name, model) => {
    const wood = emptyStandWood(STEMS);
    standWood(model, stems, CUT, wood);
    let thick = 0;
    for (let i = 0; i < STEMS; i += 1) {
      const outcome = profileOfTaper({ dbhCm: stems.dbhCm[i] ?? 0, heightM: stems.heightM[i] ?? 0 }, model, 1.3);
      if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
      const profile = underBark(outcome.profile, CUT.barkRatio);
      const end = profile.heightAtM(CUT.topCm);
      const volume = end <= CUT.stumpM ? 0 : profile.volumeM3(CUT.stumpM, end);
      expect(wood.volumeM3[i]).toBeCloseTo(volume, 9);
      const logs = Math.max(0, (end - CUT.stumpM) / CUT.logM);
      const feet = (at: number, share: number): number =>
        LOG_RULES['international-1/4'].boardFeet(profile.diameterCm(CUT.stumpM + at * CUT.logM) / 2.54, 16.3 * share);
      const whole = Array.from({ length: Math.floor(logs) }, (_, k) => feet(k + 1, 1));
      const half = logs - whole.length >= 0.5 ? feet(whole.length + 0.5, 0.5) : 0;
      expect(wood.boardFeet[i]).toBeCloseTo(
        whole.reduce((sum, each) => sum + each, half),
        6,
      );
      if (volume > 0) thick += 1;
    }
    expect(thick).toBeGreaterThan(STEMS / 2);
  });

  it('is worked out in pieces as at once', () => {
    const [whole, pieces] = [emptyStandWood(STEMS), emptyStandWood(STEMS)];
    standWood(solidsTaper(1.3), stems, CUT, whole);
    for (let from = 0; from < STEMS; from += 150)
      standWood(solidsTaper(1.3), stems, CUT, pieces, from, Math.min(STEMS, from + 150));
    expect(pieces).toEqual(whole);
  });

  it('has no number for a stem that is none, and none for one that is too thin', () => {
    const odd = { dbhCm: Float64Array.of(-4, 700, NaN, 30, 10), heightM: Float64Array.of(20, 20, 20, 1.2, 9) };
    const wood = emptyStandWood(5);
    standWood(solidsTaper(1.3), odd, CUT, wood);
    expect([...wood.volumeM3]).toEqual([NaN, NaN, NaN, NaN, 0]);
    expect([...wood.boardFeet]).toEqual([NaN, NaN, NaN, NaN, 0]);
  });

  it('goes to the tip where nothing is too thin: 0.0523 m³ of a cone of 20 cm at 1.3 m of 6.3 m, stump 1.3 m', () => {
    const wood = emptyStandWood(1);
    const cut = { ...CUT, stumpM: 1.3, topCm: 0, barkRatio: 1 };
    standWood(
      modelOf(ormerodTaper({ p: 1 }, 1.3)),
      { dbhCm: Float64Array.of(20), heightM: Float64Array.of(6.3) },
      cut,
      wood,
    );
    // π ÷ 4 × 0.2² × 5 ÷ 3
    expect(wood.volumeM3[0]).toBeCloseTo(0.05236, 5);
  });
});

describe('a table of standing wood', () => {
  const cone = modelOf(ormerodTaper({ p: 1 }, 1.3));
  const cut = { ...CUT, stumpM: 1.3, topCm: 0, barkRatio: 1 };
  const table = volumeTable(cone, cut, [20, 40], [6.3, 11.3, 31.3]);

  it('has for each dbh and height what such a tree has: cones of 5, 10 and 30 m', () => {
    // π ÷ 4 × 0.4² × 10 ÷ 3
    expect(table.volumeM3[1]?.[1]).toBeCloseTo(0.41888, 5);
    expect(table.volumeM3[0]?.[0]).toBeCloseTo(0.05236, 5);
    expect(table.boardFeet.flat().every((each) => each === null || each >= 0)).toBe(true);
  });

  it('is empty for trees that do not stand so: 20 cm and 31 m, 40 cm and 6 m', () => {
    expect(table.volumeM3[0]?.[2]).toBeNull();
    expect(table.volumeM3[1]?.[0]).toBeNull();
    const classed = volumeTable(modelOf(behreTaper({ formClassPct: 80 }, 1.3)), cut, [10], [5]);
    expect(classed.volumeM3).toEqual([[null]]);
  });
});
