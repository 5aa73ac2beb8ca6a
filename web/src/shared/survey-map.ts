import { type LatLon, mapAbout, type MapPoint } from '@arbolito/core/layout';
import { scaleBarLength } from '../ui/drawing/scale-bar.ts';
import type { PlotView, StratumView } from '../contracts/views.ts';

/** A plot on the small map of a survey, in pixels from its top left corner. */
export interface MappedPlot {
  readonly id: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  readonly state: 'finished' | 'started' | 'open';
}

export interface SurveyMapView {
  readonly plots: readonly MappedPlot[];
  /** SVG paths of the strata. */
  readonly outlines: readonly string[];
  readonly scaleBar: { readonly metres: number; readonly px: number };
}

const EDGE_PX = 18;
/** Keeps scale bar and north arrow clear of the ground. */
const FOOT_PX = 40;

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
  const origin = placed[0] ?? rings[0]?.[0];
  if (origin === undefined || placed.length === 0) return null;
  const { toMap } = mapAbout(origin);
  const points = [...placed.map(toMap), ...rings.flat().map(toMap)];
  const east = points.map(({ eastM }) => eastM);
  const north = points.map(({ northM }) => northM);
  const left = Math.min(...east);
  const top = Math.max(...north);
  const widthM = Math.max(1, Math.max(...east) - left);
  const heightM = Math.max(1, top - Math.min(...north));
  const scale = Math.min((frame.width - 2 * EDGE_PX) / widthM, (frame.height - EDGE_PX - FOOT_PX) / heightM);
  const offset = (frame.width - widthM * scale) / 2;
  const place = ({ eastM, northM }: MapPoint) => ({
    x: offset + (eastM - left) * scale,
    y: EDGE_PX + (top - northM) * scale,
  });
  const metres = scaleBarLength(frame.width / 3 / scale);
  return {
    plots: placed.map((plot) => ({
      id: plot.id,
      label: plot.label,
      ...place(toMap(plot)),
      state: plot.finished ? 'finished' : plot.trees > 0 ? 'started' : 'open',
    })),
    outlines: rings.map(
      (ring) =>
        `M${ring
          .map((point) => place(toMap(point)))
          .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
          .join('L')}Z`,
    ),
    scaleBar: { metres, px: metres * scale },
  };
}
