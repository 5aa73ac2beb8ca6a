import { describe, expect, it } from 'vitest';
import { parseCallout, parseTreeForm, printCallout } from '../callout/index.ts';
import { METHODS } from '../methods/index.ts';
import { RULE_SETS, USUAL_FORM_FACTOR } from '../protocol/index.ts';
import { evaluateTree } from './evaluate-tree.ts';

const SPECIES = [{ code: 'sp', name: 'Scots pine', crown: 'spire' }] as const;
const resultOf = (line: string, unitSystem: 'metric' | 'imperial' = 'metric') => {
  const survey = { unitSystem, slopeUnit: 'pct', species: SPECIES } as const;
  const { draft } = parseCallout(line, survey);
  const { tree } = parseTreeForm(draft, survey);
  const protocol = { unitSystem, fieldRules: RULE_SETS.timber.rules, formFactor: USUAL_FORM_FACTOR };
  const { height, heights } = evaluateTree(tree, protocol);
  // A count of logs is no total height.
  const outcome = height ?? heights.heights[0]?.outcome;
  if (outcome?.ok !== true) throw new Error('there is no height');
  return { estimate: outcome.estimate, printed: printCallout(draft, survey) };
};

describe('the level distance of a height', () => {
  it('can be paced: 27 paces of 1.000 m at a 2 : 1 triangle and the line 1 m up are 27 ÷ 2 + 1 = 14.50 m', () => {
    const { estimate, printed } = resultOf('sp 30 tri2 line1 pc27 pcl1.000');
    expect(estimate.printed.value).toBe('14.50');
    expect(printed).toBe('sp 30 pc27 pcl1.000 tri2 line1');
    // The error of the paces is half that of the distance; levelling adds to it: 27 × (1 + ¼) × 0.5° in radians and more.
    const paced = estimate.contributions.find(({ label }) => JSON.stringify(label).includes('distance'));
    expect(estimate.standardError).toBeGreaterThan(paced?.effect ?? Infinity);
    expect(paced?.effect).toBeGreaterThan(0);
  });

  it('can be measured in every way with every method that asks for one', () => {
    const asking = METHODS.filter(({ description }) =>
      description.readings.some(({ isLevelDistance = false }) => isLevelDistance),
    ).map(({ description }) => description.id);
    expect(asking).toEqual(
      expect.arrayContaining([
        'height.two-angles',
        'height.protractor',
        'height.plumb-point',
        'height.sighting-triangle',
        'height.forty-five-level',
        'height.forty-five-slope',
        'height.log-stick',
      ]),
    );
  });

  it('of a log stick halves its marks: five marks at 33 ft are 2½ logs, 40 ft', () => {
    const { estimate } = resultOf('sp 12 logs5 loglen16 mf66 stood33', 'imperial');
    expect(estimate.printed.value).toBe('40.0');
  });
});
