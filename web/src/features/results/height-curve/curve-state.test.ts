import { describe, expect, it } from 'vitest';
import { curvesOf, farTrees, type MeasuredTree } from './curve-state.ts';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

const tree = (tag: string, dbhCm: number, heightM: number, inDoubt = false): MeasuredTree => ({
  treeId: tag,
  plotLabel: '1',
  tag,
  speciesCode: 'sp',
  dbhCm,
  heightM,
  inDoubt,
});
/** Trees on h = 1.3 + 30 exp(−13 ÷ d), one after the other a little above and below it. */
const onCurve = [8, 11, 14, 17, 20, 24, 28, 33, 38, 44, 50, 57].map((dbhCm, i) =>
  tree(String(i), dbhCm, 1.3 + 30 * Math.exp(-13 / dbhCm) + (i % 2 === 0 ? 0.4 : -0.4)),
);

describe('the height curve of a survey', () => {
  it('comes with every model, the best first', () => {
    const { curves, message } = curvesOf(onCurve, 1.3);
    expect(message).toBeNull();
    expect(curves.length).toBeGreaterThanOrEqual(6);
    expect(curves[0]?.heightM(30)).toBeCloseTo(1.3 + 30 * Math.exp(-13 / 30), 0);
  });

  it('names the tree that was read by a third too tall', () => {
    const wrong = tree('wrong', 30, 27.5);
    const [best] = curvesOf([...onCurve, wrong], 1.3).curves;
    if (best === undefined) throw new Error('no curve');
    expect(farTrees([...onCurve, wrong], best).map(({ tag }) => tag)).toEqual(['wrong']);
    expect(farTrees(onCurve, best)).toEqual([]);
  });

  it('leaves trees in doubt out of the curve, and finds them far from it', () => {
    const [sound] = curvesOf(onCurve, 1.3).curves;
    const thick = tree('slip', 107, 20, true);
    const [best] = curvesOf([...onCurve, thick], 1.3).curves;
    expect(best?.parameters).toEqual(sound?.parameters);
    if (best === undefined) throw new Error('no curve');
    expect(farTrees([...onCurve, thick], best).map(({ tag }) => tag)).toEqual(['slip']);
  });

  it('says why there is none', () => {
    expect(inEnglish(curvesOf([], 1.3).message)).toContain('needs at least 3 measured trees; there are 0');
    expect(inEnglish(curvesOf([tree('1', 20, 15), tree('2', 20, 16), tree('3', 20, 17)], 1.3).message)).toContain(
      'have the same dbh',
    );
  });
});
