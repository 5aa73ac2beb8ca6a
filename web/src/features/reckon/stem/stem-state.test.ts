import { describe, expect, it } from 'vitest';
import type { StemProfile } from '@arbolito/core/stem';
import {
  cutStem,
  isModelId,
  logsM3,
  MODELS,
  profileBy,
  readSections,
  rulesOf,
  START_PRODUCTS,
  type ModelId,
  type StemFigures,
} from './stem-state.ts';

const FIGURES: StemFigures = { dbhCm: 42, heightM: 26, barkRatio: 0.93, stumpM: 0.3, topCm: 7, exponent: 0.75 };
const ERRORS = { dbhShare: 0.3 / 42, heightShare: 0.5 / 26, taperShare: 0.05 };
const SECTIONS = [
  { heightM: 5.3, diameterCm: 33 },
  { heightM: 13, diameterCm: 24 },
];

const profile = (model: ModelId): StemProfile => {
  const outcome = profileBy(model, FIGURES, SECTIONS);
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.profile;
};

describe('diameters as they are typed', () => {
  it('are pairs of a height and a diameter, with units or without', () => {
    expect(readSections('5.3 33; 13 24')).toEqual(SECTIONS);
    expect(readSections('5.3 33\n 13 24 ;')).toEqual(SECTIONS);
    expect(readSections('')).toEqual([]);
  });

  it.each(['5.3', '5.3 33 2', 'five 33', '5.3 thick'])('“%s” is refused in words', (text) => {
    expect(readSections(text)).toContain('a height in m and a diameter in cm');
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
    for (const model of ['behre', 'measured'] as const) expect(profileBy(model, FIGURES, []).ok).toBe(false);
  });
});

describe('a stem that is cut', () => {
  const cut = cutStem(profile('solids'), FIGURES, START_PRODUCTS, [], ERRORS);

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
    const totals = new Map(rulesOf(cut.best).map(({ id, boardFeet }) => [id, boardFeet]));
    expect(totals.get('doyle')).toBeLessThan(totals.get('international-1/4') ?? 0);
    for (const [, boardFeet] of totals) expect(boardFeet).toBeLessThanOrEqual(totals.get('constantine') ?? 0);
  });
});
