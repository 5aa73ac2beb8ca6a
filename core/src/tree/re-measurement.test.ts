import { describe, expect, it } from 'vitest';
import { diagnoseTree, type SpeciesLimits } from './diagnose-stems.ts';
import { growthSince, lastPointWords, type LastVisit } from './re-measurement.ts';
import { RULE_SETS } from '../protocol/index.ts';
import { inEnglish } from '../testing/english.ts';

const lastVisit: LastVisit = {
  on: '2019-06-14',
  years: 7,
  stems: [{ ordinal: 1, dbhCm: 30, pointM: 1.45 }],
  side: 'uphill side',
  mark: 'blue dot',
};
const beech: SpeciesLimits = { name: 'Beech', largestDbhCm: 220, fastestGrowthCmPerYear: 1.5 };

const asked = (
  dbhCm: number | readonly number[],
  over: { pointM?: number | null; reason?: string; rules?: keyof typeof RULE_SETS; last?: LastVisit | undefined } = {},
) => {
  const { pointM = 1.45, reason, rules = 'timber' } = over;
  const last = 'last' in over ? over.last : lastVisit;
  return diagnoseTree({
    stems: [dbhCm].flat().map((each, i) => ({ ordinal: i + 1, dbhCm: each, pointM, firstReading: 'diameter' })),
    rules: RULE_SETS[rules].rules,
    unitSystem: 'metric',
    species: beech,
    lastVisit: last,
    reason,
  });
};
const codes = (...given: Parameters<typeof asked>) =>
  asked(...given).map(({ code, severity }) => `${severity} ${code}`);

describe('a stem measured again', () => {
  it('has grown 3.5 cm in seven years: half a centimetre a year', () => {
    const [stem] = lastVisit.stems;
    if (stem === undefined) throw new Error('no stem');
    expect(growthSince(stem, 7, { dbhCm: 33.5, pointM: 1.45 })).toEqual({
      kind: 'compared',
      growthCm: 3.5,
      growthCmPerYear: 0.5,
    });
    expect(growthSince(stem, 7, { dbhCm: 33.5, pointM: 1.48 }).kind).toBe('compared');
    expect(growthSince(stem, 7, { dbhCm: 33.5, pointM: 1.3 }).kind).toBe('kept-apart');
    expect(inEnglish(lastPointWords(lastVisit, stem, 'metric'))).toBe('1.45 m, uphill side, blue dot');
    expect(inEnglish(lastPointWords(lastVisit, stem, 'imperial'))).toBe('4.76 ft, uphill side, blue dot');
  });

  it('is asked about where it shrank by more than a careful tape can, or grew faster than the species', () => {
    expect(codes(33.5)).toEqual([]);
    expect(codes(29.4)).toEqual([]);
    expect(codes(29.3)).toEqual(['check diameter.shrank']);
    // 7 × 1.5 = 10.5 cm
    expect(codes(40.5)).toEqual([]);
    expect(codes(40.6)).toEqual(['check diameter.grew-too-fast']);
  });

  it('measured elsewhere wants a reason, and is then kept apart from growth', () => {
    expect(codes(33.5, { pointM: 1.3 })).toEqual(['check diameter.other-point']);
    const [note] = asked(33.5, { pointM: 1.3, reason: 'canker at the old point' });
    expect(note?.severity).toBe('note');
    expect(inEnglish(note?.message)).toContain('15 cm lower');
    expect(inEnglish(note?.message)).toContain('canker at the old point');
    // Blank is no reason.
    expect(codes(33.5, { pointM: 1.3, reason: '  ' })).toEqual(['check diameter.other-point']);
    // No point noted means the survey's breast height, 1.30 m.
    expect(codes(33.5, { pointM: null })).toEqual(['check diameter.other-point']);
  });

  it('says nothing of a stem that was not there', () => {
    expect(codes([33.5, 12])).toEqual([]);
    expect(codes(33.5, { last: undefined })).toEqual([]);
  });
});

describe('a stem against its survey and its species', () => {
  const fresh = { last: undefined };
  it('is asked about under the threshold and over the species’ maximum', () => {
    expect(codes(7, fresh)).toEqual([]);
    expect(codes(6.9, fresh)).toEqual(['check diameter.below-threshold']);
    expect(inEnglish(asked(6.9, fresh)[0]?.message)).toContain('17.5 cm if read in inches');
    expect(codes(221, fresh)).toEqual(['check diameter.over-species-maximum']);
    // 221 ÷ π
    expect(inEnglish(asked(221, fresh)[0]?.message)).toContain('70.3 cm');
  });

  it('has at most six fellows where the rule counts them, the largest first', () => {
    const seven = [30, 25, 24, 20, 18, 12, 11];
    expect(codes(seven, { ...fresh, rules: 'urban' })).toEqual(['check diameter.too-many-stems']);
    expect(codes(seven.slice(0, 6), { ...fresh, rules: 'urban' })).toEqual([]);
    expect(codes(seven, { ...fresh, rules: 'timber' })).toEqual([]);
    expect(codes([21, 28], { ...fresh, rules: 'urban' })).toEqual(['check diameter.stem-order']);
  });

  it('is not measured below 0.3 m where a fork that low makes separate stems', () => {
    expect(codes(33, { ...fresh, rules: 'urban', pointM: 0.25 })).toContain('check diameter.below-lowest-point');
    expect(codes(33, { ...fresh, rules: 'urban', pointM: 0.3 })).not.toContain('check diameter.below-lowest-point');
    expect(codes(33, { ...fresh, rules: 'timber', pointM: 0.25 })).not.toContain('check diameter.below-lowest-point');
  });
});
