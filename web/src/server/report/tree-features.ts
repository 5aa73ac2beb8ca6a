import { treePlace } from '@arbolito/core/layout';
import type { PlotView, SurveyView, TreeView } from '../../contracts/views.ts';

/** Where a tree of a survey stands; null where nobody knows. */
export function placeOfTree(
  { notes, plotId }: Pick<TreeView, 'notes' | 'plotId'>,
  plots: ReadonlyMap<string, PlotView>,
) {
  const plot = plots.get(plotId);
  const centre =
    plot?.latitude === null || plot?.longitude === null || plot === undefined
      ? null
      : { latitude: plot.latitude, longitude: plot.longitude };
  return treePlace(notes ?? {}, centre);
}

/** Decimals of a position: a hundredth of a metre. */
const DECIMALS = 7;
export const degrees = (value: number): number => Number(value.toFixed(DECIMALS));

/** A tree as a feature of GeoJSON (RFC 7946): a point where its place is known. */
export function treeFeature(view: TreeView, survey: SurveyView, plots: ReadonlyMap<string, PlotView>): object {
  const place = placeOfTree(view, plots);
  return {
    type: 'Feature',
    id: view.id,
    geometry:
      place === null ? null : { type: 'Point', coordinates: [degrees(place.longitude), degrees(place.latitude)] },
    properties: {
      plot: plots.get(view.plotId)?.label ?? null,
      tag: view.tag,
      species: view.speciesCode,
      speciesName: survey.species.find(({ code }) => code === view.speciesCode)?.name ?? null,
      dbhCm: view.dbh?.value ?? null,
      dbhStandardErrorCm: view.dbh?.standardError ?? null,
      heightM: view.height?.value ?? null,
      heightStandardErrorM: view.height?.standardError ?? null,
      volumeM3: view.volume?.value ?? null,
      dead: view.dead,
      conditions: view.notes?.conditions ?? [],
      observer: view.observer,
      observedAt: view.observedAt,
    },
  };
}
