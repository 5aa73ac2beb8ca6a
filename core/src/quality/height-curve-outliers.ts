import type { SoundTree, SurveyPoint } from './checked-survey.ts';
import { heightByCurves, type StandCurves } from '../height-curve/index.ts';
import { printLength, thicknessWords, type UnitSystem } from '../units/index.ts';
import { studentTQuantile } from '../statistics/index.ts';
import { message } from '../message/index.ts';

/** Within so many standard errors no height is asked about. */
const FAR_ERRORS = 3.5;

/** Chance that any sound tree of a curve is asked about. */
const CHANCE_OF_ANY = 0.05;

/** Trees far from the curve that the others make: the tree itself is left out of it. */
export function heightCurveOutliers(
  sound: readonly SoundTree[],
  curves: StandCurves,
  system: UnitSystem,
): SurveyPoint[] {
  return sound.flatMap((tree): SurveyPoint[] => {
    const { dbhCm, heightM, speciesCode } = tree;
    const expected = heightByCurves(curves, { speciesCode, dbhCm, plotId: '' });
    if (expected === null) return [];
    const n = expected.curve.trees;
    const { length: parameters } = expected.curve.parameters;
    // Of a curve through so few trees none is left over to judge one by.
    const spare = n - parameters - 1;
    if (spare < 1) return [];
    const spread = expected.curve.residualErrorM;
    const leverage = Math.min(0.9, (expected.sharedErrorM / spread) ** 2);
    const standardised = (heightM - expected.heightM) / (spread * Math.sqrt(1 - leverage));
    // As if the curve had been fitted without it (Cook & Weisberg 1982, Residuals and Influence in Regression, 2.2.1).
    const left = n - parameters - standardised ** 2;
    const errors = left <= 0 ? Infinity : standardised * Math.sqrt(spare / left);
    // Of so many trees one lies far by chance: each is asked more strictly, after Bonferroni.
    const limit = studentTQuantile(1 - CHANCE_OF_ANY / (2 * n), spare);
    if (!(Math.abs(errors) > Math.max(FAR_ERRORS, limit))) return [];
    return [
      {
        key: `curve ${tree.id}`,
        check: 'curve',
        title: message(
          'quality.far-below-the-height-curve',
          '{side, select, above {Far above the height curve} other {Far below the height curve}}',
          { side: errors > 0 ? 'above' : 'below' },
        ),
        message: message(
          'quality.tree-of-plot-has-at',
          'Tree {tag} of plot {plotId} has {heightM} at {dbhCm}; the curve gives {heightM2}. Check its readings.',
          {
            tag: tree.tag,
            plotId: tree.plotLabel,
            heightM: printLength(heightM, system),
            dbhCm: thicknessWords(dbhCm, system, system === 'metric' ? 1 : 0),
            heightM2: printLength(expected.heightM, system),
          },
        ),
        plotId: tree.plotId,
        plotLabel: tree.plotLabel,
        treeId: tree.id,
        tag: tree.tag,
      },
    ];
  });
}
