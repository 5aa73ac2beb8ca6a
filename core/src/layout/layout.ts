import { bearingDeg, distanceM, isInside, type MapPoint, type Outline, outlineAreaM2 } from './place.ts';
import { message, type Text } from '../message/index.ts';

/** A plan of plots that cannot be made, in words. */
export interface NoPlan {
  readonly ok: false;
  readonly field: 'plots' | 'outline' | 'speed' | 'minutes' | 'lines';
  readonly message: Text;
}

export type PlanOutcome<T> = ({ readonly ok: true } & T) | NoPlan;

const noPlan = (field: NoPlan['field'], message: Text): NoPlan => ({ ok: false, field, message });

export const PLAN_LIMITS = {
  plots: { low: 1, high: 5000 },
  /** Over the ground with the kit, in km/h. */
  speedKmh: { low: 0.2, high: 8 },
  minutesPerPlot: { low: 1, high: 600 },
  linesApartM: { low: 5, high: 10_000 },
} as const;

const box = (outlines: readonly Outline[]) => {
  const points = outlines.flatMap(({ rings }) => rings[0] ?? []);
  return {
    west: Math.min(...points.map(({ eastM }) => eastM)),
    east: Math.max(...points.map(({ eastM }) => eastM)),
    south: Math.min(...points.map(({ northM }) => northM)),
    north: Math.max(...points.map(({ northM }) => northM)),
  };
};

function problemOf(outlines: readonly Outline[], plots: number): NoPlan | null {
  const { low, high } = PLAN_LIMITS.plots;
  if (!(Number.isInteger(plots) && plots >= low && plots <= high))
    return noPlan(
      'plots',
      message('layout.number-of-plots-must-be', 'Number of plots must be a whole number from {low} to {high}.', {
        low: String(low),
        high: String(high),
      }),
    );
  return outlineAreaM2(outlines) > 0
    ? null
    : noPlan(
        'outline',
        message('layout.the-outline-has-no-area', 'The outline has no area: its corners are on one line.'),
      );
}

/**
 * Points drawn at random inside outlines, each place as likely as any other.
 *
 * @param random the same source draws the same points
 */
export function randomPoints(
  outlines: readonly Outline[],
  plots: number,
  random: () => number,
): PlanOutcome<{ readonly points: readonly MapPoint[] }> {
  const problem = problemOf(outlines, plots);
  if (problem !== null) return problem;
  const { west, east, south, north } = box(outlines);
  const points: MapPoint[] = [];
  // A sliver of an outline fills little of its box: long enough for one part in ten thousand.
  for (let tries = 0; points.length < plots && tries < 20_000 * plots; tries += 1) {
    const point = { eastM: west + random() * (east - west), northM: south + random() * (north - south) };
    if (isInside(outlines, point)) points.push(point);
  }
  return points.length === plots
    ? { ok: true, points }
    : noPlan('outline', message('layout.the-outline-is-too-narrow', 'The outline is too narrow for plots.'));
}

/** Points of a square grid of a width from a start, inside outlines, row by row from the south-west. */
function gridPoints(outlines: readonly Outline[], spacingM: number, start: MapPoint): MapPoint[] {
  const { west, east, south, north } = box(outlines);
  const points: MapPoint[] = [];
  for (let y = south + start.northM * spacingM; y <= north; y += spacingM) {
    for (let x = west + start.eastM * spacingM; x <= east; x += spacingM) {
      const point = { eastM: x, northM: y };
      if (isInside(outlines, point)) points.push(point);
    }
  }
  return points;
}

/** The points of a width, now narrower, now wider than usual by up to a third, that come nearest to a number of plots. */
function nearestTo(
  plots: number,
  usualM: number,
  pointsAt: (spacingM: number) => readonly MapPoint[],
): { readonly points: readonly MapPoint[]; readonly spacingM: number } | null {
  let best: { readonly points: readonly MapPoint[]; readonly spacingM: number } | null = null;
  for (let step = 0; step <= 120; step += 1) {
    const spacingM = usualM * (1 + ((step % 2 === 0 ? 1 : -1) * Math.ceil(step / 2)) / 180);
    const points = pointsAt(spacingM);
    if (points.length === 0) continue;
    if (best === null || Math.abs(points.length - plots) < Math.abs(best.points.length - plots))
      best = { points, spacingM };
    if (best.points.length === plots) break;
  }
  return best;
}

/**
 * A square grid with a random start inside outlines, as near to a number of plots as a grid comes. Its width is √(area ÷
 * plots), narrowed or widened until the number is met or nearly so.
 */
export function systematicPoints(
  outlines: readonly Outline[],
  plots: number,
  random: () => number,
): PlanOutcome<{ readonly points: readonly MapPoint[]; readonly spacingM: number }> {
  const problem = problemOf(outlines, plots);
  if (problem !== null) return problem;
  const start = { eastM: random(), northM: random() };
  const usual = Math.sqrt(outlineAreaM2(outlines) / plots);
  const best = nearestTo(plots, usual, (spacingM) => gridPoints(outlines, spacingM, start));
  return best === null
    ? noPlan(
        'outline',
        message(
          'layout.no-grid-point-is-inside',
          'No grid point is inside the outline: use more plots, or random plots.',
        ),
      )
    : { ok: true, ...best };
}

/** How parallel lines lie: their direction from north, and how far apart they are. */
export interface Lines {
  readonly bearingDeg: number;
  readonly apartM: number;
}

/** Points along parallel lines, line by line, every other one walked back. */
function pointsOnLines(
  outlines: readonly Outline[],
  { bearingDeg: bearing, apartM }: Lines,
  alongM: number,
  start: { readonly across: number; readonly along: number },
): { readonly points: readonly MapPoint[]; readonly lines: number } {
  const angle = (bearing * Math.PI) / 180;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const corners = outlines.flatMap(({ rings }) => rings[0] ?? []);
  const across = corners.map(({ eastM, northM }) => eastM * cos - northM * sin);
  const along = corners.map(({ eastM, northM }) => eastM * sin + northM * cos);
  const points: MapPoint[] = [];
  let lines = 0;
  for (let x = Math.min(...across) + start.across * apartM; x <= Math.max(...across); x += apartM) {
    const line: MapPoint[] = [];
    for (let y = Math.min(...along) + start.along * alongM; y <= Math.max(...along); y += alongM) {
      const point = { eastM: x * cos + y * sin, northM: y * cos - x * sin };
      if (isInside(outlines, point)) line.push(point);
    }
    if (line.length === 0) continue;
    points.push(...(lines % 2 === 0 ? line : line.reverse()));
    lines += 1;
  }
  return { points, lines };
}

/**
 * Plots along parallel lines with a random start, in the order of the walk: up one line and down the next. They lie area ÷
 * (plots × width between lines) apart, narrowed or widened until the number is met or nearly so.
 */
export function linePoints(
  outlines: readonly Outline[],
  plots: number,
  lines: Lines,
  random: () => number,
): PlanOutcome<{ readonly points: readonly MapPoint[]; readonly spacingM: number; readonly lines: number }> {
  const problem = problemOf(outlines, plots);
  if (problem !== null) return problem;
  const { low, high } = PLAN_LIMITS.linesApartM;
  if (!(lines.apartM >= low && lines.apartM <= high))
    return noPlan(
      'lines',
      message('layout.line-spacing-must-be-to', 'Line spacing must be {low} to {high} m.', {
        low: String(low),
        high: String(high),
      }),
    );
  if (!(lines.bearingDeg >= 0 && lines.bearingDeg <= 360))
    return noPlan(
      'lines',
      message('layout.bearing-of-the-lines-must', 'Bearing of the lines must be 0 to 360 degrees from north.'),
    );
  const start = { across: random(), along: random() };
  const usual = outlineAreaM2(outlines) / (plots * lines.apartM);
  const best = nearestTo(plots, usual, (alongM) => pointsOnLines(outlines, lines, alongM, start).points);
  if (best === null)
    return noPlan(
      'lines',
      message('layout.no-plot-of-the-lines', 'No plot of the lines is inside the outline: reduce the line spacing.'),
    );
  return { ok: true, ...best, lines: pointsOnLines(outlines, lines, best.spacingM, start).lines };
}

/**
 * An order to walk points in: from the first one always to the nearest that is left, then untangled by turning stretches
 * round as long as that shortens the way (Croes 1958, Operations Research 6:791).
 *
 * @returns indices of the points
 */
export function walkingOrder(points: readonly MapPoint[], from?: MapPoint): number[] {
  const left = new Set(points.map((_, i) => i));
  const order: number[] = [];
  let here = from ?? points[0];
  while (left.size > 0 && here !== undefined) {
    let nearest = -1;
    let least = Infinity;
    for (const i of left) {
      const point = points[i];
      const away = point === undefined ? Infinity : distanceM(here, point);
      if (away < least) {
        least = away;
        nearest = i;
      }
    }
    left.delete(nearest);
    order.push(nearest);
    here = points[nearest];
  }
  return untangled(order, points, from);
}

/** Beyond this, turning every stretch round takes too long for what it saves. */
const MOST_TO_UNTANGLE = 400;

function untangled(order: readonly number[], points: readonly MapPoint[], from: MapPoint | undefined): number[] {
  const way = [...order];
  if (way.length > MOST_TO_UNTANGLE) return way;
  const at = (i: number): MapPoint | undefined => (i < 0 ? from : points[way[i] ?? -1]);
  const between = (a: MapPoint | undefined, b: MapPoint | undefined): number =>
    a === undefined || b === undefined ? 0 : distanceM(a, b);
  for (let round = 0; round < 30; round += 1) {
    let isShorter = false;
    // The first point stays where it is unless the way comes from elsewhere.
    for (let i = from === undefined ? 1 : 0; i < way.length - 1; i += 1) {
      for (let j = i + 1; j < way.length; j += 1) {
        const before = between(at(i - 1), at(i)) + between(at(j), at(j + 1));
        const after = between(at(i - 1), at(j)) + between(at(i), at(j + 1));
        if (after < before - 1e-9) {
          way.splice(i, j - i + 1, ...way.slice(i, j + 1).reverse());
          isShorter = true;
        }
      }
    }
    if (!isShorter) break;
  }
  return way;
}

/** One leg of a walk: to which point, how far, in which direction. */
export interface Leg {
  readonly to: number;
  readonly distanceM: number;
  readonly bearingDeg: number;
}

/** The legs of a walk, the first from `from` where that is given. */
export function legsOf(order: readonly number[], points: readonly MapPoint[], from?: MapPoint): Leg[] {
  return order.flatMap((index, i) => {
    const here = i === 0 ? from : points[order[i - 1] ?? -1];
    const there = points[index];
    if (there === undefined) return [];
    return [
      {
        to: index,
        distanceM: here === undefined ? 0 : distanceM(here, there),
        bearingDeg: here === undefined ? 0 : bearingDeg(here, there),
      },
    ];
  });
}

/** Hours that a walk with work on every plot takes. */
export function expectedHours(
  legs: readonly Leg[],
  { speedKmh, minutesPerPlot }: { readonly speedKmh: number; readonly minutesPerPlot: number },
): PlanOutcome<{ readonly walkingH: number; readonly workH: number; readonly allH: number }> {
  const { speedKmh: speed, minutesPerPlot: minutes } = PLAN_LIMITS;
  if (!(speedKmh >= speed.low && speedKmh <= speed.high))
    return noPlan(
      'speed',
      message('layout.walking-speed-must-be-to', 'Walking speed must be {low} to {high} km/h.', {
        low: String(speed.low),
        high: String(speed.high),
      }),
    );
  if (!(minutesPerPlot >= minutes.low && minutesPerPlot <= minutes.high))
    return noPlan(
      'minutes',
      message('layout.minutes-per-plot-must-be', 'Minutes per plot must be {low} to {high}.', {
        low: String(minutes.low),
        high: String(minutes.high),
      }),
    );
  const walkingH = legs.reduce((sum, leg) => sum + leg.distanceM, 0) / 1000 / speedKmh;
  const workH = (legs.length * minutesPerPlot) / 60;
  return { ok: true, walkingH, workH, allH: walkingH + workH };
}
