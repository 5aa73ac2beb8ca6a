import { describe, expect, it } from 'vitest';
import type { StemProfile } from '@arbolito/core/taper';
import { START_PRICES } from '../prices/start-prices.ts';
import { WOOD_UNITS } from '../prices/wood-units.ts';
import {
  cutStem,
  isModelId,
  logsM3,
  type ModelId,
  MODELS,
  otherVolumes,
  profileBy,
  readSections,
  rulesOf,
  type StemFigures,
  tooLong,
} from './stem-state.ts';
import { say } from '../../../messages/text.ts';

const FIGURES: StemFigures = {
  dbhCm: 42,
  breastHeightM: 1.3,
  heightM: 26,
  barkRatio: 0.93,
  stumpM: 0.3,
  topCm: 7,
  exponent: 0.75,
  kozakB1: -1.7,
  kozakB2: 0.6,
};
const ERRORS = { dbhShare: 0.3 / 42, heightShare: 0.5 / 26, taperShare: 0.05 };
const SECTIONS = [
  { heightM: 5.3, diameterCm: 33 },
  { heightM: 13, diameterCm: 24 },
];

const profile = (model: ModelId): StemProfile => {
  const outcome = profileBy(model, FIGURES, SECTIONS);
  if (!outcome.ok) throw new Error(say(outcome.problem.message));
  return outcome.profile;
};

describe('diameters as they are typed', () => {
  it('are pairs of a height and a diameter, with units or without', () => {
    expect(readSections('5.3 33; 13 24', WOOD_UNITS.metric)).toEqual(SECTIONS);
    expect(readSections('5.3 33\n 13 24 ;', WOOD_UNITS.metric)).toEqual(SECTIONS);
    expect(readSections('', WOOD_UNITS.metric)).toEqual([]);
  });

  it('are in feet and inches where those are in use', () => {
    const [section] = readSections('17.3 13', WOOD_UNITS.imperial);
    expect(section).toEqual({
      heightM: expect.closeTo(5.27304, 9) as number,
      diameterCm: expect.closeTo(33.02, 9) as number,
    });
  });

  it.each(['5.3', '5.3 33 2', 'five 33', '5.3 thick'])('“%s” is refused in words', (text) => {
    expect(readSections(text, WOOD_UNITS.metric)).toContain('a height in m and a diameter in cm');
  });
});

describe('a stem by each model', () => {
  it('has a profile from the butt to the tip', () => {
    for (const model of Object.keys(MODELS).filter(isModelId)) {
      const { heightM, diameterCm } = profile(model);
      expect(heightM).toBe(26);
      expect(diameterCm(0.3)).toBeGreaterThan(diameterCm(20));
    }
    expect(isModelId('toString')).toBe(false);
  });

  it('wants diameters where it goes through them', () => {
    for (const model of ['behre', 'measured', 'fitted'] as const) expect(profileBy(model, FIGURES, []).ok).toBe(false);
  });
});

describe('a stem that is cut', () => {
  const how = { prices: START_PRICES.metric, defects: [], saws: null, stepM: 0.1 };
  const cut = cutStem(profile('solids'), FIGURES, how, ERRORS);

  it('has less wood under bark by the square of the ratio', () => {
    expect(cut.under.volumeM3(0, 26) / cut.over.volumeM3(0, 26)).toBeCloseTo(0.93 ** 2, 12);
    expect(cut.merchantableM3.under).toBeLessThan(cut.merchantableM3.over);
    expect(cut.under.diameterCm(cut.topHeightM)).toBeCloseTo(7, 6);
  });

  it('has an error that goes with twice the diameter, the height and the taper', () => {
    // √((2 × 0.3 ÷ 42)² + (0.5 ÷ 26)² + 0.05²)
    expect(cut.volumeErrorShare).toBeCloseTo(0.05545, 4);
    expect(cut.value.standardError).toBeCloseTo(cut.best.value * cut.volumeErrorShare, 9);
  });

  it('cuts no more wood than there is, and is worth no less than the greedy cuts', () => {
    expect(logsM3(cut.best)).toBeLessThan(cut.merchantableM3.under * 1.02);
    expect(cut.best.value).toBeGreaterThanOrEqual(cut.greedy.value);
  });

  it('is scaled by every rule: Doyle below International, all below the solid wood', () => {
    const totals = new Map(
      rulesOf(cut.best, { rule: 'doyle', price: 400 }).map(({ id, boardFeet }) => [id, boardFeet]),
    );
    expect(totals.get('doyle')).toBeLessThan(totals.get('international-1/4') ?? 0);
    for (const [, boardFeet] of totals) expect(boardFeet).toBeLessThanOrEqual(totals.get('constantine') ?? 0);
  });

  it('has a price by each rule that pays the same for these logs', () => {
    for (const { boardFeet, samePrice } of rulesOf(cut.best, { rule: 'doyle', price: 400 })) {
      const doyle = rulesOf(cut.best, { rule: 'doyle', price: 400 }).find(({ id }) => id === 'doyle');
      expect((boardFeet * (samePrice ?? NaN)) / 1000).toBeCloseTo((400 * (doyle?.boardFeet ?? NaN)) / 1000, 6);
    }
  });

  it('is worth what is left of its logs after the costs', () => {
    const prices = {
      ...START_PRICES.metric,
      costs: [
        { name: 'felling', per: 'm3', amount: 10 },
        { name: 'marking', per: 'tree', amount: 2 },
      ] as const,
    };
    const { value } = cutStem(profile('solids'), FIGURES, { ...how, prices }, ERRORS);
    expect(value.net).toBeCloseTo(cut.best.value - 10 * logsM3(cut.best) - 2, 9);
  });

  it('is cut where somebody puts the saw, and says what the best cuts would have been', () => {
    const byHand = cutStem(profile('solids'), FIGURES, { ...how, saws: [0.3, 3.3, 7.5] }, ERRORS);
    expect(byHand.isByHand).toBe(true);
    expect(byHand.cuts.cuts.map(({ fromM }) => fromM)).toEqual([0.3, 3.3]);
    expect(byHand.value.gross).toBeLessThan(byHand.best.value);
    expect(byHand.best.value).toBeCloseTo(cut.best.value, 9);
  });

  it('says which logs are longer than the stem', () => {
    const low = { ...FIGURES, dbhCm: 9, heightM: 4.2 };
    const outcome = profileBy('solids', low, []);
    if (!outcome.ok) throw new Error(say(outcome.problem.message));
    const small = cutStem(outcome.profile, low, how, ERRORS);
    const words = tooLong(small, low, START_PRICES.metric, WOOD_UNITS.metric);
    expect(words[0]).toMatch(/^No sawlog fits: the shortest with its trim is 4\.0 m, the stem has \d\.\d m/);
    expect(small.cuts.cuts.every(({ lengthM }) => lengthM <= 4.2)).toBe(true);
    expect(tooLong(cut, FIGURES, START_PRICES.metric, WOOD_UNITS.metric)).toEqual([]);
  });

  it('that is drawn under bark has its bark put on', () => {
    const bare = cutStem({ ...profile('solids'), bark: 'under' }, FIGURES, how, ERRORS);
    expect(bare.under.diameterCm(1.3)).toBeCloseTo(42, 9);
    expect(bare.over.diameterCm(1.3)).toBeCloseTo(42 / 0.93, 9);
  });

  it('has beside it what others would say, within a third of it', () => {
    const others = otherVolumes(cut, FIGURES, SECTIONS);
    const groups = new Set(others.map(({ group }) => group));
    expect([...groups]).toEqual(['taper', 'equation', 'standing', 'felled']);
    for (const { group, name, volumeM3 } of others) {
      const own = group === 'felled' ? cut.merchantableM3.over : cut.wholeM3;
      expect(Math.abs(volumeM3 / own - 1), `${group} ${say(name)}`).toBeLessThan(0.34);
    }
  });
});
