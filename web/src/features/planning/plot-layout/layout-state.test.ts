import { describe, expect, it } from 'vitest';
import { makePlan, planGeoJson, plotsForError } from './layout-state.ts';
import { say } from '../../../messages/text.ts';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

/** About 111 m by 84 m near the 41st parallel: 0.93 ha. */
const outline = [
  [
    { latitude: 41, longitude: -31 },
    { latitude: 41, longitude: -30.999 },
    { latitude: 41.001, longitude: -30.999 },
    { latitude: 41.001, longitude: -31 },
  ],
];
const wishes = {
  outlines: [outline],
  plots: 9,
  layout: 'systematic' as const,
  lines: { apartM: 100, bearingDeg: 0 },
  seed: 7,
  speedKmh: 3,
  minutesPerPlot: 20,
};

describe('a plan of plots', () => {
  it('has nine plots on a grid, their area and the hours of work: 9 × 20 minutes', () => {
    const made = makePlan(wishes);
    if (!made.ok) throw new Error(say(made.message));
    expect(made.plan.plots).toHaveLength(9);
    // One thousandth of a degree: 111.04 m north, 84.14 m east.
    expect(made.plan.areaHa).toBeCloseTo((111.04 * 84.14) / 10_000, 3);
    expect(made.plan.hours.workH).toBeCloseTo(3, 9);
    expect(made.plan.hours.walkingH).toBeCloseTo(made.plan.walkM / 3000, 9);
    expect(made.plan.plots.every(({ latitude, longitude }) => latitude > 41 && longitude > -31)).toBe(true);
  });
  it('is drawn again from the same number, and differs with another', () => {
    const at = (seed: number) => {
      const made = makePlan({ ...wishes, layout: 'random', seed });
      return made.ok ? planGeoJson(made.plan) : null;
    };
    expect(at(7)).toEqual(at(7));
    expect(at(7)).not.toEqual(at(8));
  });
  it.each([
    [{ outlines: [] }, 'Enter an outline first'],
    [{ plots: 0 }, 'whole number'],
    [{ speedKmh: 0 }, 'speed'],
    [{ minutesPerPlot: NaN }, 'Minutes'],
  ])('%o cannot be made, and why', (over, words) => {
    const made = makePlan({ ...wishes, ...over });
    expect(inEnglish(made.ok ? '' : made.message)).toContain(words);
  });
  it('asks for 58 plots where they spread by 38 % and ± 10 % is wished for', () => {
    expect(plotsForError(38, 10)).toBe(58);
    expect(inEnglish(plotsForError(0, 10))).toContain('Coefficient of variation');
  });
});
