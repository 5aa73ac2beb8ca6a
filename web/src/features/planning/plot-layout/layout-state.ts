import {
  expectedHours,
  type GroundOutline,
  type LatLon,
  type Leg,
  legsOf,
  linePoints,
  type Lines,
  mapAbout,
  type MapPoint,
  type Outline,
  outlineAreaM2,
  type PlanOutcome,
  randomPoints,
  systematicPoints,
  walkingOrder,
} from '@arbolito/core/layout';
import { plotsNeeded, seededRandom } from '@arbolito/core/statistics';
import { t } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

/** How a plan can lay plots out. */
export const PLAN_LAYOUTS = {
  systematic: 'a grid from a random start',
  lines: message('planning.parallel-lines-random-start', 'parallel lines, random start'),
  random: message('planning.simple-random', 'simple random'),
} as const;
export type PlanLayout = keyof typeof PLAN_LAYOUTS;

/** What a plan of plots is made from. */
export interface PlanWishes {
  readonly outlines: readonly GroundOutline[];
  readonly plots: number;
  readonly layout: PlanLayout;
  /** Of the layout along lines. */
  readonly lines: Lines;
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
  /** Where it is laid out along lines. */
  readonly lines: number | null;
  readonly walkM: number;
  readonly hours: { readonly walkingH: number; readonly workH: number; readonly allH: number };
}

export type MadePlan = { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly message: Text };

type Drawn = PlanOutcome<{ readonly points: readonly MapPoint[]; readonly spacingM?: number; readonly lines?: number }>;

function drawnBy(
  layout: PlanLayout,
  own: readonly Outline[],
  plots: number,
  lines: Lines,
  random: () => number,
): Drawn {
  switch (layout) {
    case 'random':
      return randomPoints(own, plots, random);
    case 'systematic':
      return systematicPoints(own, plots, random);
    case 'lines':
      return linePoints(own, plots, lines, random);
  }
}

/** Plots in an outline, in the order in which to walk them. */
export function makePlan({ outlines, plots, layout, lines, seed, speedKmh, minutesPerPlot }: PlanWishes): MadePlan {
  const corners = outlines.flat(2);
  const [first] = corners;
  if (first === undefined)
    return { ok: false, message: t('planning.enter-an-outline-first-a', 'Enter an outline first: a GeoJSON polygon.') };
  const map = mapAbout({
    latitude: Math.min(...corners.map(({ latitude }) => latitude)),
    longitude: Math.min(...corners.map(({ longitude }) => longitude)),
  });
  const own: Outline[] = outlines.map((rings) => ({ rings: rings.map((ring) => ring.map(map.toMap)) }));
  const random = seededRandom(seed);
  const drawn = drawnBy(layout, own, plots, lines, random);
  if (!drawn.ok) return { ok: false, message: drawn.message };
  // Lines are walked one after the other, whatever shorter way there may be.
  const order = layout === 'lines' ? drawn.points.map((_, i) => i) : walkingOrder(drawn.points);
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
      spacingM: drawn.spacingM ?? null,
      lines: drawn.lines ?? null,
      walkM: legs.reduce((sum, leg) => sum + leg.distanceM, 0),
      hours,
    },
  };
}

/** Plots for a wished error, by what is known of the spread; in words where that cannot be told. */
export function plotsForError(cvPct: number, errorPct: number, population?: number): number | Text {
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
