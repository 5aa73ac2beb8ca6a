import type { PlotView, SurveyView } from '../../contracts/views.ts';

/** The plots of a survey as GeoJSON: a point each where its position is known, with what it takes and its sums. */
export const plotsGeoJson = (
  survey: SurveyView,
  plots: readonly PlotView[],
  sumsOf: (plotId: string) => object | null,
) => ({
  type: 'FeatureCollection',
  features: plots.map((plot) => ({
    type: 'Feature',
    id: plot.id,
    geometry:
      plot.latitude === null || plot.longitude === null
        ? null
        : { type: 'Point', coordinates: [plot.longitude, plot.latitude] },
    properties: {
      label: plot.label,
      stratum: survey.strata.find(({ id }) => id === plot.stratumId)?.name ?? null,
      shape: plot.shape,
      slopePct: plot.slopePct,
      aspectDeg: plot.aspectDeg,
      ground: plot.ground,
      measuredOn: plot.measuredOn,
      crew: plot.crew,
      auxiliary: plot.auxiliary,
      finished: plot.finished,
      empty: plot.empty,
      trees: plot.trees,
      ...(sumsOf(plot.id) ?? {}),
    },
  })),
});
