import { describe, expect, it } from 'vitest';
import { evaluateForm, parseCallout, type TreeForm } from '../callout/index.ts';
import { COMMON_SPECIES, rulesOfSet } from '../protocol/index.ts';
import { estimateOf } from '../uncertainty/index.ts';
import type { MerchantableVolume } from './merchantable-volume.ts';

const SURVEY = {
  unitSystem: 'metric',
  slopeUnit: 'pct',
  species: COMMON_SPECIES,
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: rulesOfSet('timber', 'metric'),
  volumes: { bt: { by: 'profile', taper: { model: 'solids' }, errorShare: 0.1 } },
} as const;

const resultOf = (line: string, stumpM = 0) => evaluateForm(parseCallout(line, SURVEY).draft, { ...SURVEY, stumpM });
const merchantableOf = (line: string, stumpM = 0): MerchantableVolume | null =>
  resultOf(line, stumpM).logs?.merchantable ?? null;

describe('volume to the merchantable top', () => {
  it('is the volume of the whole stem from the ground to the tip', () => {
    const { logs, volume } = resultOf('bt 40 = 25 mh25');
    expect(logs?.merchantable?.volumeM3).toBeCloseTo(volume?.value ?? NaN, 9);
    expect(logs?.merchantable?.topCm).toBeCloseTo(0, 6);
  });

  it('adds up: stump to 10 m and 10 m to 18 m are stump to 18 m', () => {
    const to = (topM: number, stumpM: number) =>
      merchantableOf(`bt 40 = 25 mh${String(topM - stumpM)}`, stumpM)?.volumeM3 ?? NaN;
    expect(to(10, 0.3) + to(18, 10)).toBeCloseTo(to(18, 0.3), 9);
  });

  it('grows with the length, and its top gets thinner', () => {
    const short = merchantableOf('bt 40 = 25 l1');
    const long = merchantableOf('bt 40 = 25 l3');
    expect(long?.volumeM3).toBeGreaterThan(short?.volumeM3 ?? NaN);
    expect(long?.topCm).toBeLessThan(short?.topCm ?? NaN);
  });

  it('has at least the errors of its taper and of its dbh: √(0.1² + (2 s ÷ d)²)', () => {
    const { logs, diameter } = resultOf('bt 40 = 25 mh15');
    const dbh = diameter === null ? null : estimateOf(diameter);
    const share = (logs?.merchantable?.standardErrorM3 ?? NaN) / (logs?.merchantable?.volumeM3 ?? NaN);
    const least = Math.hypot(0.1, (2 * (dbh?.standardError ?? NaN)) / 40);
    expect(share).toBeGreaterThan(0.95 * least);
    expect(share).toBeLessThan(1.6 * least);
  });

  it('starts at the stump that was measured: 0.8 m to 15 m, whatever the survey says', () => {
    const known = (heightNo: number, of: 'stump' | 'merchantable', text: string) => ({
      heightNo,
      of,
      sameStation: false,
      height: { methodId: 'height.known', entries: { height: { text, unit: 'm' as const } } },
    });
    const form: TreeForm = {
      ...parseCallout('bt 40 = 25', SURVEY).draft,
      moreHeights: [known(2, 'merchantable', '15'), known(3, 'stump', '0.8')],
    };
    const { logs } = evaluateForm(form, { ...SURVEY, stumpM: 0.3 });
    const stated = merchantableOf('bt 40 = 25 mh14.2', 0.8);
    expect(logs?.from).toBe('measured-height');
    expect(logs?.lengthM).toBeCloseTo(14.2, 9);
    expect(logs?.merchantable?.volumeM3).toBeCloseTo(stated?.volumeM3 ?? NaN, 9);
    expect(logs?.merchantable?.topCm).toBeCloseTo(stated?.topCm ?? NaN, 9);
  });

  it('is missing without a height, and where the top lies above the tree', () => {
    expect(merchantableOf('bt 40 l2')).toBeNull();
    expect(merchantableOf('bt 40 = 12 mh20')).toBeNull();
  });
});
