import { degreesToRadians, radiansToDegrees } from '../units/index.ts';

const sin = (degrees: number): number => Math.sin(degreesToRadians(degrees));
const cos = (degrees: number): number => Math.cos(degreesToRadians(degrees));

/**
 * What a clinometer makes of a broad crown: its near edge hides the tip, and looks higher than it.
 *
 * Source: tangent to a sphere whose top is the tip of the tree.
 *
 * @returns the height that is read, in m; never less than the true one
 */
export function crownEdgeReadingM(tree: {
  readonly heightM: number;
  readonly crownRadiusM: number;
  readonly eyeM: number;
  readonly distanceM: number;
}): number {
  const { heightM, crownRadiusM, eyeM, distanceM } = tree;
  const centre = heightM - crownRadiusM - eyeM;
  const away = Math.hypot(distanceM, centre);
  // From inside the crown there is no edge to sight.
  if (away <= crownRadiusM) return Infinity;
  const angle = Math.atan(centre / distanceM) + Math.asin(crownRadiusM / away);
  return angle >= Math.PI / 2 ? Infinity : Math.max(heightM, eyeM + distanceM * Math.tan(angle));
}

/**
 * What a clinometer makes of a leaning tree from a distance to its foot.
 *
 * @param offsetM how far the top stands from the foot on the map
 * @param direction towards the observer, away, or across the line of sight
 * @returns the height that is read, in m
 */
export function leaningReadingM(
  { heightM, eyeM, distanceM, offsetM }: Readonly<Record<'heightM' | 'eyeM' | 'distanceM' | 'offsetM', number>>,
  direction: 'towards' | 'away' | 'across',
): number {
  const toTop = {
    towards: distanceM - offsetM,
    away: distanceM + offsetM,
    across: Math.hypot(distanceM, offsetM),
  }[direction];
  return eyeM + (distanceM * (heightM - eyeM)) / toTop;
}

/** Height of a tree from the length of its stem and its lean from the vertical. */
export const heightFromLengthM = (lengthM: number, leanDeg: number): number => lengthM * cos(leanDeg);

/** Where the sun stands. */
interface Sun {
  readonly latitudeDeg: number;
  readonly declinationDeg: number;
  /** 0 at noon, 15° an hour, positive in the afternoon. */
  readonly hourAngleDeg: number;
}

const DEGREES_PER_MINUTE = 0.25;

/** Height of the sun above the horizon, in degrees. */
export const sunElevationDeg = ({ latitudeDeg, declinationDeg, hourAngleDeg }: Sun): number =>
  radiansToDegrees(
    Math.asin(sin(latitudeDeg) * sin(declinationDeg) + cos(latitudeDeg) * cos(declinationDeg) * cos(hourAngleDeg)),
  );

/** How fast the sun climbs, in degrees a minute; negative in the afternoon. */
export function sunRateDegPerMinute(sun: Sun): number {
  const { latitudeDeg, declinationDeg, hourAngleDeg } = sun;
  return (
    ((-cos(latitudeDeg) * cos(declinationDeg) * sin(hourAngleDeg)) / cos(sunElevationDeg(sun))) * DEGREES_PER_MINUTE
  );
}

/** Error of a height by shadows, as a share, where the shadow of the tree is measured so many minutes after the staff's. */
export function shadowDelayShare(sun: Sun, minutes: number): number {
  const later = { ...sun, hourAngleDeg: sun.hourAngleDeg + DEGREES_PER_MINUTE * minutes };
  const tangent = (at: Sun): number => Math.tan(degreesToRadians(sunElevationDeg(at)));
  return tangent(sun) / tangent(later) - 1;
}

/**
 * Exact level distance by a staff of finite length held upright and seen double at a fixed parallax.
 *
 * @param fixedM distance at which the pictures meet on a level sight
 */
export function staffDistanceExactM(fixedM: number, staffM: number, sightDeg: number): number {
  const parallax = Math.tan(2 * Math.atan(staffM / (2 * fixedM)));
  const secant = 1 / cos(sightDeg) ** 2;
  return (staffM + staffM * Math.sqrt(1 + parallax * parallax * secant)) / (2 * parallax * secant);
}

/** Where a scale of proportion carries the mark of a height, from its lower lip: x = L B ÷ H. Lengths in one unit. */
export const proportionMark = (scaleLength: number, staff: number, height: number): number =>
  (scaleLength * staff) / height;

/** What a log of a stick is worth on it: log × reach ÷ distance. Reach and result in one unit, log and distance in another. */
export const logMark = (log: number, reach: number, distance: number): number => (log * reach) / distance;
