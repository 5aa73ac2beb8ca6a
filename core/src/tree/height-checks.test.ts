import { describe, expect, it } from 'vitest';
import { evaluateForm, parseCallout, printCallout } from '../callout/index.ts';
import { crownEdgeReadingM } from '../height/geometry.ts';
import type { Expectation } from '../height/index.ts';
import { COMMON_SPECIES, rulesOfSet } from '../protocol/index.ts';
import type { UnitSystem } from '../units/index.ts';
import { findingsOfTree } from './evaluate-tree.ts';

const surveyIn = (unitSystem: UnitSystem) =>
  ({
    unitSystem,
    slopeUnit: 'pct',
    species: COMMON_SPECIES,
    formFactor: { value: 0.45, standardError: 0.05 },
    fieldRules: rulesOfSet('timber', unitSystem),
  }) as const;
const METRIC = surveyIn('metric');

const codesOf = (line: string, expected: readonly Expectation[] = []): readonly string[] => {
  const { draft, tokens } = parseCallout(line, METRIC);
  expect(tokens.every(({ problem }) => problem === null)).toBe(true);
  return findingsOfTree(evaluateForm(draft, METRIC, { heightContext: { expected } })).map(({ code }) => code);
};

describe('figures that check a height', () => {
  it('name the near edge of a broad crown, where another height asks for less', () => {
    // A crown of 6.6 m to each side on a tree of 22 m: from 24 m its near edge looks like a tip at this height.
    const [heightM, crownRadiusM, eyeM, distanceM] = [22, 6.6, 1.6, 24];
    const seenM = crownEdgeReadingM({ heightM, crownRadiusM, eyeM, distanceM });
    const pct = (riseM: number): string => ((100 * riseM) / distanceM).toFixed(1);
    const line = `bt 60 +${pct(seenM - eyeM)}% -${pct(eyeM)}% @24`;
    const laser = { from: 'other-method', words: 'the laser', heightM, standardErrorM: 0.5 } as const;
    expect(codesOf(line, [laser])).not.toContain('height.crown-edge');
    expect(codesOf(`${line} cr6.6`, [laser])).toContain('height.crown-edge');
  });

  it('name a distance that does not fit another one: 30 m were read as 20', () => {
    const codes = codesOf('bt 40 +70% -6% @20 dd30');
    expect(codes.some((code) => code.startsWith('height.'))).toBe(true);
    expect(codesOf('bt 40 +70% -6% @20 dd20.1')).toEqual(codesOf('bt 40 +70% -6% @20'));
  });

  it('enter no computation', () => {
    const heightOf = (line: string) => {
      const { height } = evaluateForm(parseCallout(line, METRIC).draft, METRIC);
      return height?.ok === true ? height.estimate.value : null;
    };
    expect(heightOf('bt 40 +70% -6% @20 cr4 lo1 dd25')).toBe(heightOf('bt 40 +70% -6% @20'));
  });

  it.each([
    ['metric', 'cr4.5'],
    ['metric', 'lo1.2'],
    ['metric', 'dd24.8'],
    ['metric', 'rr62'],
    ['imperial', 'cr15'],
    ['imperial', 'rr25'],
  ] as const)('are printed as they are read, %s: %s', (system, word) => {
    const survey = surveyIn(system);
    const { draft } = parseCallout(`bt 14 ${word}`, survey);
    expect(printCallout(draft, survey)).toContain(word);
  });

  it.each(['cr0', 'cr99', 'lo50', 'dd500', 'rr5', 'cr4 cr5'])('%s says what is wrong', (words) => {
    const { tokens } = parseCallout(`bt 40 ${words}`, METRIC);
    expect(tokens.at(-1)?.problem).not.toBeNull();
  });
});
