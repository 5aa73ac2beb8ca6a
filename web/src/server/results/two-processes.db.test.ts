import { FINISHED_PLOTS } from '../../computation/combine-plots.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compose, type Composed } from '../compose.ts';
import { useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, knownHeight, newTree, surveyWithPlot } from '../testing/made.ts';

let url = '';
const open: Composed[] = [];
const process = (): Composed => {
  const made = compose(url);
  open.push(made);
  return made;
};
beforeAll(async () => {
  url = await useTestDatabase();
});
afterAll(() => Promise.all(open.map(({ close }) => close())));

/** 20 stems a hectare of each: π d² ÷ 4. */
const basalAreaOf = (dbhCm: number): number => (20 * Math.PI * dbhCm * dbhCm) / 40_000;

describe('two processes on one database', () => {
  it('take trees for the same plot at once, and both have the results of one', async () => {
    const { survey: made, plot } = await surveyWithPlot();
    await finishPlot(plot.id);
    const [one, other] = [process(), process()];
    const survey = await one.surveys.get(made.id);
    const trees = Array.from({ length: 24 }, (_, i) =>
      newTree(plot.id, String(i + 1), {
        readings: [dbhReading(20 + (i % 10)), ...(i % 2 === 0 ? [knownHeight(18 + (i % 10) / 2)] : [])],
      }),
    );
    // Every tree is sent to both, as a device does that has no answer: it counts once.
    await Promise.all(trees.flatMap((tree) => [one, other].map(({ treeCommands }) => treeCommands.create(tree))));
    await Promise.all(trees.slice(0, 4).map(({ id }, i) => (i % 2 === 0 ? one : other).treeCommands.remove(id, act())));
    const [ofOne, ofOther, ofThird] = await Promise.all(
      [one, other, process()].map(({ summary }) => summary.stand(survey, FINISHED_PLOTS)),
    );
    expect(ofOne?.sums.stems).toBe(20);
    const expected = trees.slice(4).reduce((sum, _, i) => sum + basalAreaOf(20 + ((i + 4) % 10)), 0);
    expect(ofOne?.sums.basalAreaM2PerHa?.mean).toBeCloseTo(expected, 9);
    expect(ofOther).toEqual(ofOne);
    expect(ofThird).toEqual(ofOne);
  });
});
