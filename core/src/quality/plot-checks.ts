import type { CheckedDesign, CheckedPlot, CheckedTree, SurveyPoint } from './checked-survey.ts';
import { lengthWords, thicknessWords, type UnitSystem } from '../units/index.ts';
import { asksHeight } from '../protocol/index.ts';
import { limitingDistanceM } from '../plot/index.ts';

/** A tree that was guessed and not measured is not asked for its height. */
const lacksHeight = ({ heightM, dbhCm, notes }: CheckedTree): boolean =>
  heightM === null && (dbhCm !== null || notes?.predictedVolumeM3 === undefined);

export function plotChecks(
  plots: readonly CheckedPlot[],
  treesOf: (plotId: string) => readonly CheckedTree[],
  { heights: rule, phases, slopeRadius }: CheckedDesign,
  system: UnitSystem,
): SurveyPoint[] {
  // Where trees are counted at points, one without a measured tree is as it should be.
  const isCounted = ({ auxiliary }: CheckedPlot): boolean =>
    phases?.kind === 'count-measure' && typeof auxiliary === 'number';
  return plots.flatMap((plot): SurveyPoint[] => {
    const own = treesOf(plot.id);
    const at = { plotId: plot.id, treeId: null };
    if (own.length === 0) {
      if (!plot.finished || plot.empty || isCounted(plot)) return [];
      return [
        {
          ...at,
          key: `undeclared-empty-plot ${plot.id}`,
          check: 'undeclared-empty-plot',
          title: 'A plot without trees',
          message: `Plot ${plot.label} is finished and has no tree: say that it is empty, or tally it. It counts as zero.`,
        },
      ];
    }
    const asked = own.map((tree) => ({ ...tree, hasHeight: tree.heightM !== null }));
    const missing = plot.finished ? asked.filter((tree, i) => asksHeight(rule, asked, i) && lacksHeight(tree)) : [];
    const beyond = own.flatMap((tree): SurveyPoint[] => {
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
          title: 'Beyond the limit',
          message: `Tree ${tree.tag} of plot ${plot.label} stands ${lengthWords(awayM, system)} from the middle, ${thicknessWords(100 * (awayM - limitM), system)} beyond its limit: it is out.`,
          plotId: plot.id,
          treeId: tree.id,
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
              title: 'Heights that were asked for',
              message: `Plot ${plot.label} lacks the height of ${missing.length === 1 ? 'tree' : 'trees'} ${missing.map(({ tag }) => tag).join(', ')}: the curve fills in.`,
            },
          ]),
    ];
  });
}
