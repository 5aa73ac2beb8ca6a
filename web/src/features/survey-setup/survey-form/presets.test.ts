import { describe, expect, it } from 'vitest';
import { say } from '../../../messages/text.ts';
import { readDesign, usualDesignTexts } from '../design/read-design.ts';
import { rulesOfSet } from '@arbolito/core/protocol';
import { crewTasks, type PresetId, presetOf, PRESETS, presetShape, surveyOutcomes } from './presets.ts';

const designOf = (preset: PresetId, system: 'metric' | 'imperial') => {
  const read = readDesign(usualDesignTexts(presetShape(preset, system)), system);
  if (!read.ok) throw new Error(`${preset} has no design`);
  return read.design;
};

describe('presets of a new survey', () => {
  it('are complete designs in both unit systems, and are known by their plots', () => {
    for (const preset of Object.keys(PRESETS) as PresetId[])
      for (const system of ['metric', 'imperial'] as const)
        expect(presetOf(designOf(preset, system).shape.kind, preset)).toBe(preset);
  });

  it('begin with a circle of 500 m² or a tenth of an acre, and a factor of 4 m²/ha or 10 ft²/acre', () => {
    expect(designOf('fixed-area', 'metric').shape).toEqual({ kind: 'circle', areaM2: 500 });
    // 0.1 acre = 404.686 m²; 10 ft²/acre = 2.2957 m²/ha
    expect(designOf('fixed-area', 'imperial').shape).toMatchObject({ areaM2: expect.closeTo(404.69, 1) as number });
    expect(designOf('variable-radius', 'metric').shape).toEqual({ kind: 'variable-radius', factorM2PerHa: 4 });
    expect(designOf('variable-radius', 'imperial').shape).toMatchObject({
      factorM2PerHa: expect.closeTo(2.2957, 3) as number,
    });
  });

  it('tell the crew what to record, and what comes out', () => {
    const rules = rulesOfSet('timber', 'metric');
    const tasks = crewTasks(designOf('fixed-area', 'metric'), rules, 'pct', 'metric').map((each) => say(each));
    expect(tasks).toEqual([
      'trees of each plot: circle of 500 m²',
      'species and dbh from 7 cm',
      'height of every 3rd tree',
      'sights in percent',
    ]);
    const outcomes = surveyOutcomes(designOf('complete-tally', 'metric'), 'metric').map((each) => say(each));
    expect(outcomes).toContain('totals without a sampling error');
  });
});
