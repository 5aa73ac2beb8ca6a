import { describe, expect, it } from 'vitest';
import { COMMON_CONDITIONS, isSurveyDesign, USUAL_DESIGN } from '@arbolito/core/survey';
import { readStrata } from '../read-strata.ts';
import { conditionLines, readDesign, usualDesignTexts } from './DesignFields.tsx';
import { textsOfShape } from './shape-texts.ts';

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
  it('asks for no heights, or for so many of a class', () => {
    const none = readDesign({ ...texts, ask: 'none', every: '' }, 'metric');
    expect(none.ok && none.design.heights).toEqual({ ask: 'none' });
    const some = readDesign({ ...texts, ask: 'class', every: '2' }, 'metric');
    expect(some.ok && isSurveyDesign(some.design)).toBe(true);
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

describe('strata as they are typed', () => {
  it('are names, with their areas where those stand behind them', () => {
    expect(readStrata('North slope = 10 ha\n\n Beech hollow \nUpland = 40', 'metric')).toEqual([
      { name: 'North slope', areaHa: 10 },
      { name: 'Beech hollow', areaHa: null },
      { name: 'Upland', areaHa: 40 },
    ]);
  });
  it('are in acres where the survey is: 40 acres are 16.19 ha', () => {
    expect(readStrata('Upland = 40', 'imperial')[0]?.areaHa).toBeCloseTo(16.1874, 4);
    expect(readStrata('Upland = 16 ha', 'imperial')[0]?.areaHa).toBe(16);
  });
  it('keep what is no area in the name, where one sees it', () => {
    expect(readStrata('North = cold side', 'metric')).toEqual([{ name: 'North = cold side', areaHa: null }]);
  });
});
