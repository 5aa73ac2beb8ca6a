import { degreesToRadians } from '../units/index.ts';
import { crownEdgeReadingM, leaningReadingM } from './geometry.ts';
import { message, type Text } from '../message/index.ts';

/** Where somebody means to stand, and with what. */
export interface Situation {
  readonly heightM: number;
  /** 0 where the tip is seen from everywhere. */
  readonly crownRadiusM: number;
  readonly eyeM: number;
  /** Steepest slope of the ground at the tree. */
  readonly slopePct: number;
  /** Standard error of one sight, and of the distance: a constant part and a share of it. */
  readonly angleErrorDeg: number;
  readonly distanceErrorM: number;
  readonly distanceErrorShare: number;
  /** Nearest and farthest place that there is. */
  readonly space: { readonly fromM: number; readonly toM: number };
}

export type Side = 'uphill' | 'across' | 'downhill';

/** How far off a height is expected to be from a place. */
export interface Expected {
  readonly distanceM: number;
  /** Random: sights and distance. */
  readonly standardErrorM: number;
  /** One-sided: the near edge of the crown, which is taken for the tip. */
  readonly crownErrorM: number;
  /** Both together, as a root of mean square. */
  readonly totalM: number;
}

/** Rise of the ground from the tree to the observer for each metre. */
const rise = (side: Side, slopePct: number): number =>
  ({ uphill: 1, across: 0, downhill: -1 })[side] * (slopePct / 100);

/**
 * The error to expect from a distance: both sights and the distance, and the crown's near edge.
 *
 * Source: first-order propagation of H = d (tan t − tan b); the edge as a tangent to a sphere.
 */
export function expectedError(situation: Situation, side: Side, distanceM: number): Expected {
  const { heightM, crownRadiusM, eyeM, slopePct, angleErrorDeg, distanceErrorM, distanceErrorShare } = situation;
  // The eye above the foot of the tree.
  const eyeAbove = eyeM + rise(side, slopePct) * distanceM;
  const top = (heightM - eyeAbove) / distanceM;
  const base = -eyeAbove / distanceM;
  const perSight = distanceM * degreesToRadians(angleErrorDeg);
  const ofDistance = (heightM / distanceM) * Math.hypot(distanceErrorM, distanceErrorShare * distanceM);
  const standardErrorM = Math.hypot(perSight * (1 + top * top), perSight * (1 + base * base), ofDistance);
  const crownErrorM =
    crownRadiusM === 0
      ? 0
      : crownEdgeReadingM({ heightM: heightM - eyeAbove + eyeM, crownRadiusM, eyeM, distanceM }) -
        (heightM - eyeAbove + eyeM);
  return { distanceM, standardErrorM, crownErrorM, totalM: Math.hypot(standardErrorM, crownErrorM) };
}

/** What a lean does to a height that is sighted without looking for the point below the top. */
export interface LeanCost {
  /** Read too high from the side that it leans to, too low from the other; in m. */
  readonly towardsM: number;
  readonly awayM: number;
  readonly acrossM: number;
}

/**
 * What a leaning tree costs from a distance to its foot: towards the observer, away, and across the line of sight.
 *
 * @param leanOffsetM how far the top stands from above the foot; less than the distance
 */
export function leanCost({ heightM, eyeM }: Situation, distanceM: number, leanOffsetM: number): LeanCost {
  const by = (direction: 'towards' | 'away' | 'across'): number =>
    leaningReadingM({ heightM, eyeM, distanceM, offsetM: leanOffsetM }, direction) - heightM;
  return { towardsM: by('towards'), awayM: by('away'), acrossM: by('across') };
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
const ROUNDS = 60;
/** Places looked at first, so that the search begins in the deepest valley. */
const FIRST_LOOK = 24;

/** The distance with the least error on one side, within the space that there is. */
export function bestDistance(situation: Situation, side: Side): Expected {
  const { fromM, toM } = situation.space;
  if (!(fromM > 0 && toM >= fromM)) throw new RangeError('space must begin above 0 and end behind its beginning');
  const at = (log: number): number => expectedError(situation, side, Math.exp(log)).totalM;
  const [first, last] = [Math.log(fromM), Math.log(toM)];
  const step = (last - first) / FIRST_LOOK;
  const looked = Array.from({ length: FIRST_LOOK + 1 }, (_, i) => first + i * step);
  const [start = first] = [...looked].sort((a, b) => at(a) - at(b));
  let low = Math.max(first, start - step);
  let high = Math.min(last, start + step);
  for (let round = 0; round < ROUNDS; round += 1) {
    const inner = high - GOLDEN * (high - low);
    const outer = low + GOLDEN * (high - low);
    if (at(inner) <= at(outer)) high = outer;
    else low = inner;
  }
  return expectedError(situation, side, Math.exp((low + high) / 2));
}

/** Distances for which instruments carry a scale of their own. */
const SCALE_MARKS_M = [15, 20, 25, 30] as const;
/** Standing at a mark may cost so much more error than the best place before it is not worth it. */
const WORTH_A_MARK = 1.1;
/** A height that is off by more than this share is called poor. */
export const POOR_SHARE = 0.05;

export interface StandOff {
  readonly side: Side;
  readonly best: Expected;
  /** A marked distance nearly as good, whose scale gives the height without a sum. */
  readonly mark: Expected | null;
  /** Error as a share of the height. */
  readonly share: number;
  readonly good: boolean;
  /** What serves better where no place is good. */
  readonly instead: Text | null;
  readonly curve: readonly Expected[];
}

const INSTEAD_IN_THE_OPEN = message(
  'height.a-laser-aimed-at-the',
  'A laser aimed at the tip, or a mark high on the stem: neither needs this distance.',
);
const INSTEAD_UNDER_CROWN = message(
  'height.go-where-you-can-see',
  'Go where you can see the tip itself, or aim a laser at it: from here the near edge of the crown hides it.',
);

/**
 * Where to stand: the side and the distance with the least error to expect, the scale to read, the curve of error
 * against distance.
 *
 * Across the slope comes first where it is as good: there the base is seen and the distance is level.
 */
export function standOff(situation: Situation): StandOff {
  const sides = (['across', 'uphill', 'downhill'] as const).map((side) => ({
    side,
    best: bestDistance(situation, side),
  }));
  const [start, ...others] = sides;
  if (start === undefined) throw new RangeError('no sides');
  const { side, best } = others.reduce(
    (found, each) => (each.best.totalM < found.best.totalM * 0.98 ? each : found),
    start,
  );
  const { fromM, toM } = situation.space;
  const mark = SCALE_MARKS_M.filter((distanceM) => distanceM >= fromM && distanceM <= toM)
    .map((distanceM) => expectedError(situation, side, distanceM))
    .filter(({ totalM }) => totalM <= best.totalM * WORTH_A_MARK)
    .sort((a, b) => a.totalM - b.totalM)[0];
  const share = best.totalM / situation.heightM;
  const good = share <= POOR_SHARE;
  const points = 60;
  return {
    side,
    best,
    mark: mark ?? null,
    share,
    good,
    instead: good ? null : best.crownErrorM > best.standardErrorM ? INSTEAD_UNDER_CROWN : INSTEAD_IN_THE_OPEN,
    curve: Array.from({ length: points + 1 }, (_, i) =>
      expectedError(situation, side, fromM + ((toM - fromM) * i) / points),
    ).filter(({ totalM }) => Number.isFinite(totalM)),
  };
}
