import {
  expectedHours,
  legsOf,
  mapAbout,
  outlineAreaM2,
  randomPoints,
  systematicPoints,
  walkingOrder,
  type GroundOutline,
  type LatLon,
  type Leg,
  type MapPoint,
  type Outline,
} from '@arbolito/core/plan';
import { plotsNeeded } from '@arbolito/core/sampling';
import { seededRandom } from '@arbolito/core/practice';

/** What a plan of plots is made from. */
export interface PlanWishes {
  readonly outlines: readonly GroundOutline[];
  readonly plots: number;
  readonly layout: 'random' | 'systematic';
  /** The same number draws the same plots. */
  readonly seed: number;
  readonly speedKmh: number;
  readonly minutesPerPlot: number;
}

export interface PlannedPlot extends LatLon {
  /** Number in the order of the walk, from 1. */
  readonly number: number;
  readonly at: MapPoint;
  readonly leg: Leg;
}

export interface Plan {
  readonly plots: readonly PlannedPlot[];
  readonly outlines: readonly Outline[];
  readonly areaHa: number;
  readonly spacingM: number | null;
  readonly walkM: number;
  readonly hours: { readonly walkingH: number; readonly workH: number; readonly allH: number };
}

export type MadePlan = { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly message: string };

/** Plots in an outline, in the order in which to walk them. */
export function makePlan({ outlines, plots, layout, seed, speedKmh, minutesPerPlot }: PlanWishes): MadePlan {
  const corners = outlines.flat(2);
  const [first] = corners;
  if (first === undefined) return { ok: false, message: 'Give an outline first: a GeoJSON polygon.' };
  const map = mapAbout({
    latitude: Math.min(...corners.map(({ latitude }) => latitude)),
    longitude: Math.min(...corners.map(({ longitude }) => longitude)),
  });
  const own: Outline[] = outlines.map((rings) => ({ rings: rings.map((ring) => ring.map(map.toMap)) }));
  const random = seededRandom(seed);
  const drawn = layout === 'random' ? randomPoints(own, plots, random) : systematicPoints(own, plots, random);
  if (!drawn.ok) return { ok: false, message: drawn.message };
  const order = walkingOrder(drawn.points);
  const legs = legsOf(order, drawn.points);
  const hours = expectedHours(legs, { speedKmh, minutesPerPlot });
  if (!hours.ok) return { ok: false, message: hours.message };
  return {
    ok: true,
    plan: {
      plots: legs.flatMap((leg, i) => {
        const at = drawn.points[leg.to];
        return at === undefined ? [] : [{ number: i + 1, at, leg, ...map.toLatLon(at) }];
      }),
      outlines: own,
      areaHa: outlineAreaM2(own) / 10_000,
      spacingM: 'spacingM' in drawn ? Number(drawn.spacingM) : null,
      walkM: legs.reduce((sum, leg) => sum + leg.distanceM, 0),
      hours,
    },
  };
}

/** Plots for a wished error, by what is known of the spread; in words where that cannot be told. */
export function plotsForError(cvPct: number, errorPct: number, population?: number): number | string {
  const needed = plotsNeeded(cvPct, errorPct, population === undefined ? {} : { population });
  return needed.ok ? needed.plots : needed.message;
}

/** A plan as GeoJSON: points in the order of the walk. */
export const planGeoJson = (plan: Plan) => ({
  type: 'FeatureCollection',
  features: plan.plots.map(({ number, latitude, longitude, leg }) => ({
    type: 'Feature',
    geometry: { type: 'Point', coordinates: [Number(longitude.toFixed(7)), Number(latitude.toFixed(7))] },
    properties: {
      plot: String(number),
      bearingDeg: Math.round(leg.bearingDeg),
      distanceM: Number(leg.distanceM.toFixed(1)),
    },
  })),
});
