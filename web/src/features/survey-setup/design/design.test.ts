import { describe, expect, it } from 'vitest';
import { COMMON_CONDITIONS, COMMON_SPECIES, USUAL_DESIGN } from '@arbolito/core/protocol';
import { SurveyDesignDto } from '../../../contracts/design.ts';
import { refusedFields } from '../../../contracts/testing/refused-fields.ts';
import { readStrata } from '../strata/read-strata.ts';
import { changedDesign, readDesign, textsOfDesign, usualDesignTexts } from './read-design.ts';
import { conditionLines, readSpecies, speciesLines } from './read-codes.ts';
import { readShape, textsOfShape } from './shape-texts.ts';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

const texts = usualDesignTexts(textsOfShape(USUAL_DESIGN.shape, 'metric'));

describe('a design as it is typed', () => {
  it('is the usual one where nothing is changed', () => {
    const read = readDesign(texts, 'metric');
    expect(read.ok && read.design).toEqual(USUAL_DESIGN);
  });
  it('has codes one to a line, as they are printed', () => {
    const read = readDesign(
      { ...texts, conditions: 'fungi = fungus on the stem\n\n nest = nest: keep = yes ' },
      'metric',
    );
    expect(read.ok && read.design.conditions).toEqual([
      { code: 'fungi', words: 'fungus on the stem' },
      { code: 'nest', words: 'nest: keep = yes' },
    ]);
    const again = readDesign({ ...texts, conditions: conditionLines(COMMON_CONDITIONS) }, 'metric');
    expect(again.ok && again.design.conditions).toEqual(COMMON_CONDITIONS);
  });
  it.each([
    [{}, 'metric'],
    [{ heights: { ask: 'none' }, edge: 'mirage' }, 'metric'],
    [{ heights: { ask: 'largest', n: 4 }, shape: { kind: 'rectangle', widthM: 10, lengthM: 50 } }, 'metric'],
    [{ phases: { kind: 'double-sampling', by: 'ratio', auxiliary: 'basal area by eye, m²/ha' } }, 'imperial'],
    [{ phases: { kind: 'three-p', sureToMeasureM3: 2 }, shape: { kind: 'complete-tally', areaM2: 20_000 } }, 'metric'],
  ] as const)('printed as it is typed and read again is the same: %o', (over, system) => {
    const design = { ...USUAL_DESIGN, ...over };
    const read = readDesign(textsOfDesign(design, system), system);
    expect(read.ok && { ...read.design, shape: null }).toEqual({ ...design, shape: null });
    // Acres are printed to four places: 0.0001 ac is 0.4 m².
    if (read.ok && system === 'metric') expect(read.design.shape).toEqual(design.shape);
  });
  it('keeps the exact plot of a design of which something else is changed, or nothing', () => {
    // 1/11 acre is printed as 0.0909 ac: read back it would be another plot.
    const before = { ...USUAL_DESIGN, shape: { kind: 'circle', areaM2: 4046.8564224 / 11 } } as const;
    const texts = textsOfDesign(before, 'imperial');
    const same = changedDesign(texts, before, 'imperial');
    expect(same.ok && same.design).toBe(before);
    const other = changedDesign({ ...texts, every: '7' }, before, 'imperial');
    expect(other.ok && other.design).toEqual({ ...before, heights: { ask: 'every', n: 7 } });
    const larger = changedDesign({ ...texts, shape: { ...texts.shape, area: '0.2 ac' } }, before, 'imperial');
    expect(larger.ok && larger.design.shape).toMatchObject({ kind: 'circle' });
    expect(changedDesign({ ...texts, every: '0' }, before, 'imperial').ok).toBe(false);
  });
  it('asks for no heights, or for so many of a class', () => {
    const none = readDesign({ ...texts, ask: 'none', every: '' }, 'metric');
    expect(none.ok && none.design.heights).toEqual({ ask: 'none' });
    const some = readDesign({ ...texts, ask: 'class', every: '2' }, 'metric');
    expect(some.ok && refusedFields(SurveyDesignDto, some.design)).toEqual([]);
  });
  it.each([
    [{ every: '0' }, 'every'],
    [{ every: '2.5' }, 'every'],
    [{ conditions: 'DEAD = dead' }, 'conditions'],
    [{ conditions: 'dead' }, 'conditions'],
    [{ conditions: 'dead = a\ndead = b' }, 'conditions'],
    [{ shape: { ...texts.shape, area: '' } }, 'shape'],
  ] as const)('%o is wrong at its part', (over, part) => {
    const read = readDesign({ ...texts, ...over }, 'metric');
    expect(read.ok).toBe(false);
    expect(!read.ok && read[part]).not.toBeNull();
  });
});

describe('a shape as it is typed', () => {
  const shapeTexts = textsOfShape(USUAL_DESIGN.shape, 'imperial');
  it.each([
    // 1 m² = 10.76 ft², 10,000 m² = 107,639 ft²; 10 m² = 0.00247 ac, 1e8 m² = 24,710.5 ac; rounded inwards.
    [{ kind: 'circle', area: '5' }, 'area', 'Area must be a number from 10.8 to 107639 ft².'],
    [{ kind: 'complete-tally', area: '0.001' }, 'area', 'Area must be a number from 0.00248 to 24710 ac.'],
    [{ kind: 'rectangle', width: '2' }, 'width', 'Width must be a number from 3.29 to 3280 ft.'],
    [{ kind: 'rectangle', width: '900', length: '900' }, 'length', 'Width times length must be 11 to 107639 ft².'],
    // 0.05 m²/ha ÷ 0.2296 = 0.218 ft²/ac.
    [{ kind: 'variable-radius', factor: '0' }, 'factor', 'Factor must be a number from 0.218 to 871 ft²/ac.'],
    [{ kind: 'nested', rings: '3 1000' }, 'rings', 'Enter 2 to 5 circles.'],
    [{ kind: 'nested', rings: '8 1000, 3 4356' }, 'rings', 'Each circle must be larger'],
  ] as const)('names limits in the units of the survey: %o', (over, field, words) => {
    const read = readShape({ ...shapeTexts, ...over }, 'imperial');
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.field).toBe(field);
    expect(inEnglish(read.message)).toContain(words);
  });
});

describe('strata as they are typed', () => {
  it('are names, with their areas where those stand behind them', () => {
    expect(readStrata('North slope = 10 ha\n\n Beech hollow \nUpland = 40', 'metric')).toEqual([
      { name: 'North slope', areaHa: 10, pointsCounted: null },
      { name: 'Beech hollow', areaHa: null, pointsCounted: null },
      { name: 'Upland', areaHa: 40, pointsCounted: null },
    ]);
  });
  it('are in acres where the survey is: 40 acres are 16.19 ha', () => {
    expect(readStrata('Upland = 40', 'imperial')[0]?.areaHa).toBeCloseTo(16.1874, 4);
    expect(readStrata('Upland = 16 ha', 'imperial')[0]?.areaHa).toBe(16);
  });
  it('keep what is no area in the name, where one sees it', () => {
    expect(readStrata('North = cold side', 'metric')).toEqual([
      { name: 'North = cold side', areaHa: null, pointsCounted: null },
    ]);
  });
  it('have the points that fell into them, alone or behind the area', () => {
    expect(readStrata('Old = 60 points\nYoung = 12 ha; 40 points\nOdd = 12 ha; 0 points', 'metric')).toEqual([
      { name: 'Old', areaHa: null, pointsCounted: 60 },
      { name: 'Young', areaHa: 12, pointsCounted: 40 },
      { name: 'Odd = 12 ha; 0 points', areaHa: null, pointsCounted: null },
    ]);
  });
});

describe('how a survey looks twice, as it is typed', () => {
  const at = (over: Partial<typeof texts>) => readDesign({ ...texts, ...over }, 'metric');
  const point = { ...texts.shape, kind: 'variable-radius' as const, factor: '4' };

  it('is a quick figure with its words, a count at points, or a guess of every tree', () => {
    const double = at({ phases: 'double-sampling', by: 'ratio', auxiliary: ' crown cover, % ' });
    expect(double.ok && double.design.phases).toEqual({
      kind: 'double-sampling',
      by: 'ratio',
      auxiliary: 'crown cover, %',
    });
    const count = at({ phases: 'count-measure', shape: point });
    expect(count.ok && count.design.phases).toEqual({ kind: 'count-measure' });
    const guess = at({
      phases: 'three-p',
      surelyFrom: '2.5',
      shape: { ...texts.shape, kind: 'complete-tally', area: '3' },
    });
    expect(guess.ok && guess.design.phases).toEqual({ kind: 'three-p', sureToMeasureM3: 2.5 });
    for (const read of [double, count, guess])
      expect(read.ok && refusedFields(SurveyDesignDto, read.design)).toEqual([]);
  });

  it.each([
    [{ phases: 'double-sampling' }, 'Enter the auxiliary variable'],
    [{ phases: 'count-measure' }, 'variable-radius points'],
    [{ phases: 'three-p' }, 'complete tally'],
  ] as const)('%o is wrong at its part', (over, words) => {
    const read = at(over);
    expect(!read.ok && read.phases).toContain(words);
  });
});

describe('species as they are typed', () => {
  it('read what they print', () => {
    expect(readSpecies(speciesLines(COMMON_SPECIES), [])).toEqual(COMMON_SPECIES);
  });
  it('keep what is known of a code, and take a new one with its crown', () => {
    const known = [{ code: 'sp', name: 'Scots pine', crown: 'layered' as const, largestDbhCm: 90 }];
    expect(readSpecies('sp = pine\n\nrb = rowan = dome', known)).toEqual([
      { code: 'sp', name: 'pine', crown: 'layered', largestDbhCm: 90 },
      { code: 'rb', name: 'rowan', crown: 'dome' },
    ]);
  });
  it.each(['R = rowan', 'rb', 'rb = rowan = round', 'rb = a\nrb = b', ''])('%j is none', (text) => {
    expect(typeof readSpecies(text, [])).toBe('string');
  });
});
