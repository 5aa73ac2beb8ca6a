import type { CheckedDesign, CheckedPlot, CheckedTree, SurveyPoint } from './checked-survey.ts';
import { lengthWords, thicknessWords, type UnitSystem } from '../units/index.ts';
import { asksHeight } from '../protocol/index.ts';
import { limitingDistanceM } from '../plot/index.ts';
import { message } from '../message/index.ts';

/** A tree that was guessed and not measured is not asked for its height. */
const lacksHeight = ({ heightM, dbhCm, notes }: CheckedTree): boolean =>
  heightM === null && (dbhCm !== null || notes?.predictedVolumeM3 === undefined);

/** What is asked of a plot: that it has trees, the heights its survey asks for, and none beyond its limit. */
export function plotChecks(
  plot: CheckedPlot,
  trees: readonly CheckedTree[],
  { heights: rule, phases, slopeRadius }: CheckedDesign,
  system: UnitSystem,
): SurveyPoint[] {
  const at = { plotId: plot.id, plotLabel: plot.label, treeId: null, tag: null };
  if (trees.length === 0) {
    // Where trees are counted at points, one without a measured tree is as it should be.
    const isCounted = phases?.kind === 'count-measure' && typeof plot.auxiliary === 'number';
    if (!plot.finished || plot.empty || isCounted) return [];
    return [
      {
        ...at,
        key: `undeclared-empty-plot ${plot.id}`,
        check: 'undeclared-empty-plot',
        title: message('quality.plot-without-trees', 'Plot without trees'),
        message: message(
          'quality.plot-is-finished-and-has',
          'Plot {label} is finished and has no trees. Declare it empty, or measure it. It counts as zero.',
          { label: plot.label },
        ),
      },
    ];
  }
  const asked = trees.map((tree) => ({ ...tree, hasHeight: tree.heightM !== null }));
  const missing = plot.finished ? asked.filter((tree, i) => asksHeight(rule, asked, i) && lacksHeight(tree)) : [];
  const beyond = trees.flatMap((tree): SurveyPoint[] => {
    const limitM = limitingDistanceM(plot.shape, tree.readDbhCm ?? tree.dbhCm, {
      slopeRadius,
      slopePct: plot.slopePct,
    });
    const { awayM } = tree.notes ?? {};
    if (limitM === null || awayM === undefined || awayM <= limitM + 0.005) return [];
    return [
      {
        key: `beyond-limit ${tree.id}`,
        check: 'beyond-limit',
        title: message('quality.beyond-the-limiting-distance', 'Beyond the limiting distance'),
        message: message(
          'quality.tree-of-plot-is-from',
          'Tree {tag} of plot {label} is {awayM} from the centre, {thicknessWords} beyond its limiting distance: it is out.',
          {
            tag: tree.tag,
            label: plot.label,
            awayM: lengthWords(awayM, system),
            thicknessWords: thicknessWords(100 * (awayM - limitM), system),
          },
        ),
        ...at,
        treeId: tree.id,
        tag: tree.tag,
      },
    ];
  });
  return [
    ...beyond,
    ...(missing.length === 0
      ? []
      : [
          {
            ...at,
            key: `heights ${plot.id}`,
            check: 'heights' as const,
            title: message('quality.required-heights-missing', 'Required heights missing'),
            message: message(
              'quality.plot-lacks-the-heights-of',
              '{n, plural, one {Plot {label} lacks the height of tree {join}: it is imputed from the curve.} other {Plot {label} lacks the heights of trees {join}: they are imputed from the curve.}}',
              { n: missing.length, label: plot.label, join: missing.map(({ tag }) => tag).join(', ') },
            ),
          },
        ]),
  ];
}
