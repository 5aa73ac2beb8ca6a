import { printCallout, draftOf, STAND_UNITS } from '@arbolito/core/survey';
import { convert, unitOf } from '@arbolito/core/quantity';
import type { PlotView, SurveyView, TreeView } from '../../contracts/views.ts';
import { settingsOf } from '../trees/reckon.ts';
import { harmless } from './csv.ts';

/** Heads of the file of trees, with their units. The last one holds the tree as it is called out. */
export function treeColumns({ unitSystem }: SurveyView): readonly string[] {
  const units = STAND_UNITS[unitSystem];
  const volume = unitOf(unitSystem === 'metric' ? 'm3' : 'ft3').symbol;
  const away = unitSystem === 'metric' ? 'm' : 'ft';
  return [
    'plot',
    'stratum',
    'tag',
    'species',
    'species name',
    `dbh (${units.diameter})`,
    `dbh ± (${units.diameter})`,
    `height (${units.height})`,
    `height ± (${units.height})`,
    `volume (${volume})`,
    `volume ± (${volume})`,
    'conditions',
    'fork',
    'counts',
    'bearing (deg)',
    `from the middle (${away})`,
    `guess (${volume})`,
    'observer',
    'observed at',
    'called',
  ];
}

/** One row of the file of trees. */
export function treeRow(
  view: TreeView,
  survey: SurveyView,
  plots: ReadonlyMap<string, PlotView>,
): readonly (string | null)[] {
  const plot = plots.get(view.plotId);
  const stratum = survey.strata.find(({ id }) => id === plot?.stratumId)?.name ?? '';
  const species = survey.species.find(({ code }) => code === view.speciesCode)?.name ?? '';
  const units = STAND_UNITS[survey.unitSystem];
  const { awayM, guessM3 } = view.notes ?? {};
  const guessUnit = survey.unitSystem === 'metric' ? 'm3' : 'ft3';
  const text = (value: number | undefined): string | null => (value === undefined ? null : String(value));
  return [
    harmless(plot?.label ?? ''),
    harmless(stratum),
    harmless(view.tag),
    view.speciesCode,
    harmless(species),
    view.dbh?.printed ?? null,
    view.dbh?.printedStandardError ?? null,
    view.height?.printed ?? null,
    view.height?.printedStandardError ?? null,
    view.volume?.printed ?? null,
    view.volume?.printedStandardError ?? null,
    (view.notes?.conditions ?? []).join(' '),
    text(view.notes?.fork),
    text(view.notes?.counts),
    text(view.notes?.bearingDeg),
    awayM === undefined ? null : String(Number(units.heightOf(awayM).toFixed(3))),
    guessM3 === undefined ? null : String(Number(convert(guessM3, 'm3', guessUnit).toFixed(6))),
    harmless(view.observer),
    view.observedAt,
    harmless(printCallout(draftOf(view), settingsOf(survey))),
  ];
}

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
      quick: plot.quick,
      finished: plot.finished,
      empty: plot.empty,
      trees: plot.trees,
      ...(sumsOf(plot.id) ?? {}),
    },
  })),
});
