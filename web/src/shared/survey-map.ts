import type { LatLon } from '@arbolito/core/layout';
import type { PlotView, StratumView } from '../contracts/views.ts';
import { mapFrame, type MapFrame } from './map-frame.ts';

/** A plot on the small map of a survey, in pixels from its top left corner. */
export interface MappedPlot {
  readonly id: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  readonly state: 'finished' | 'started' | 'open';
}

export interface SurveyMapView extends Pick<MapFrame, 'scaleBar'> {
  readonly plots: readonly MappedPlot[];
  /** SVG paths of the strata. */
  readonly outlines: readonly string[];
}

const isPlaced = (plot: PlotView): plot is PlotView & LatLon => plot.latitude !== null && plot.longitude !== null;

/**
 * The plots and strata of a survey in a frame, north up and to scale; null where no position is known.
 *
 * @param frame width and height in pixels
 */
export function surveyMap(
  plots: readonly PlotView[],
  strata: readonly Pick<StratumView, 'outline'>[],
  frame: { readonly width: number; readonly height: number },
): SurveyMapView | null {
  const placed = plots.filter(isPlaced);
  const rings = strata.flatMap(({ outline }) => (outline ?? []).flat());
  const map = placed.length === 0 ? null : mapFrame([...placed, ...rings.flat()], frame);
  if (map === null) return null;
  return {
    plots: placed.map((plot) => ({
      id: plot.id,
      label: plot.label,
      ...map.place(plot),
      state: plot.finished ? 'finished' : plot.trees > 0 ? 'started' : 'open',
    })),
    outlines: rings.map(
      (ring) =>
        `M${ring
          .map(map.place)
          .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
          .join('L')}Z`,
    ),
    scaleBar: map.scaleBar,
  };
}
