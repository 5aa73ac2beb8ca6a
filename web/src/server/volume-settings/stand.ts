import { judgingCurves, measuredHeights } from '../../computation/tree-figures.ts';
import { curveSums, expectedByCurve } from '@arbolito/core/height-curve';
import { weightsOf } from '@arbolito/core/inventory';
import { barkRatioOf, takesEveryTree, volumesOf } from '@arbolito/core/protocol';
import { expansionFactorPerHa } from '@arbolito/core/plot';
import type { StandView } from '../../contracts/views.ts';
import { type TreeResultCache } from '../results/tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';

interface Dependencies {
  readonly surveys: SurveyQueries;
  readonly plots: PlotQueries;
  readonly figures: TreeResultCache;
}

/**
 * The stems of a survey as they can be cut in thought: each with a dbh and a height, measured or from the height curve of
 * its species, or of all species where its own has none.
 */
export async function standOf({ surveys, plots, figures }: Dependencies, surveyId: string): Promise<StandView> {
  const survey = await surveys.get(surveyId);
  const rows = (await figures.listSummed(survey)).filter(({ dead }) => !dead);
  const counted = (await plots.listOfSurvey(surveyId)).filter(
    ({ finished, shape, trees: own }) => finished || (takesEveryTree(shape) && own > 0),
  );
  const plotOf = new Map(counted.map(({ id }, i) => [id, i]));
  const { whole } = weightsOf(counted.map((plot) => ({ ...plot, trees: [] })));
  const heights = measuredHeights(rows);
  const curves = judgingCurves(heights, survey.breastHeightM);
  const pooled = curveSums(heights, survey.breastHeightM);
  const codes = survey.species.map(({ code }) => code);
  const volumes = volumesOf(survey.wood);
  let byCurve = 0;
  let without = 0;
  const stems = rows.flatMap((view): StandView['trees'][number][] => {
    const plot = plotOf.get(view.plotId);
    const shape = plot === undefined ? undefined : counted[plot]?.shape;
    if (plot === undefined || shape === undefined) return [];
    if (view.diametersCm.length === 0) without += 1;
    return view.diametersCm.flatMap((dbhCm, i) => {
      const own = curves[view.speciesCode];
      const expected =
        view.heightM === null || view.broken
          ? ((own === undefined ? null : expectedByCurve(own, dbhCm)) ?? expectedByCurve(pooled, dbhCm))
          : null;
      // A broken stem is cut from the tree that it was, as far as it stands.
      const heightM = view.broken
        ? Math.max(expected?.heightM ?? 0, view.heightM ?? 0)
        : (view.heightM ?? expected?.heightM);
      if (heightM === undefined || heightM === 0) {
        without += 1;
        return [];
      }
      if (expected !== null) byCurve += 1;
      const kind = Math.max(0, codes.indexOf(view.speciesCode));
      return [
        {
          // Where every tree is measured the plots are one whole, in which each has its share.
          plot: whole === null ? plot : 0,
          dbhCm,
          heightM,
          ...(view.broken && view.heightM !== null ? { breakM: view.heightM } : {}),
          kind,
          perHa:
            (expansionFactorPerHa(shape, view.readDiametersCm?.[i] ?? dbhCm) ?? 0) *
            (view.notes?.multiplicity ?? 1) *
            (whole?.[plot] ?? 1),
        },
      ];
    });
  });
  return {
    plots: whole === null ? counted.length : 1,
    isList: survey.design.shape.kind === 'tree-list',
    breastHeightM: survey.breastHeightM,
    trees: stems,
    kinds: codes.map((code) => {
      const volume = volumes[code];
      return {
        taper: volume?.by === 'profile' ? volume.taper : { model: 'solids' },
        barkRatio: barkRatioOf(survey.wood, code),
      };
    }),
    byCurve,
    without,
  };
}
