import type { Section } from './sections.ts';
import {
  type Bark,
  BEHRE_AVERAGE,
  type BehreCoefficients,
  behreShareAt,
  behreSquareSum,
  kozakTaper,
  maxBurkhartTaper,
  ormerodTaper,
  type ProfileProblem,
  sizeProblem,
  solidsTaper,
  type TaperModel,
  type TaperOutcome,
  type TreeSize,
} from './taper.ts';
import type { KozakCoefficients, MaxBurkhartCoefficients } from '../protocol/index.ts';
import { message, type Text } from '../message/index.ts';

/** A stem as a curve of diameter over height: whatever it was made from, it is asked in the same way. */
export interface StemProfile {
  /** Height of the tip, in m. */
  readonly heightM: number;
  /** Diameter at a height above the ground, in cm; 0 above the tip. Falls or stays as the height rises. */
  readonly diameterCm: (heightM: number) => number;
  /** Volume between two heights, in m³. */
  readonly volumeM3: (fromM: number, toM: number) => number;
  /** The greatest height at which it is still so thick, in m; 0 where it is thinner from the ground on. */
  readonly heightAtM: (diameterCm: number) => number;
  readonly bark: Bark;
  readonly words: Text;
  readonly source: string;
}

export type ProfileOutcome =
  { readonly ok: true; readonly profile: StemProfile } | { readonly ok: false; readonly problem: ProfileProblem };

const fail = (field: string, message: Text): ProfileOutcome => ({ ok: false, problem: { field, message } });

const AREA_PER_CM2 = Math.PI / 40_000;
const INVERSION_ROUNDS = 64;

/** By halving: every profile falls with the height. */
function invert(heightM: number, diameterCm: (h: number) => number, wantedCm: number): number {
  if (wantedCm > diameterCm(0)) return 0;
  if (wantedCm <= 0) return heightM;
  let low = 0;
  let high = heightM;
  for (let round = 0; round < INVERSION_ROUNDS; round += 1) {
    const middle = (low + high) / 2;
    if (diameterCm(middle) >= wantedCm) low = middle;
    else high = middle;
  }
  return low;
}

/** What a model needs to say: squares of diameters, and what they sum up to from the ground. */
interface Squares {
  readonly heightM: number;
  /** Square of the diameter, in cm². */
  readonly squareCm2: (heightM: number) => number;
  /** Integral of that from the ground, in cm² m. */
  readonly sumTo: (heightM: number) => number;
  readonly bark?: Bark;
  readonly words: Text;
  readonly source: string;
}

function profileOf({ heightM, squareCm2, sumTo, bark = 'over', words, source }: Squares): StemProfile {
  const within = (h: number): number => Math.min(heightM, Math.max(0, h));
  const diameterCm = (h: number): number => (h >= heightM ? 0 : Math.sqrt(Math.max(0, squareCm2(Math.max(0, h)))));
  return {
    heightM,
    diameterCm,
    volumeM3: (fromM, toM) => AREA_PER_CM2 * (sumTo(within(toM)) - sumTo(within(fromM))),
    heightAtM: (wantedCm) => invert(heightM, diameterCm, wantedCm),
    bark,
    words,
    source,
  };
}

/**
 * The stem of one tree by a model of form.
 *
 * @param breastHeightM where the dbh was measured, m
 */
export function profileOfTaper(
  tree: TreeSize,
  { squareCm2, sumTo, heightAt, bark, words, source }: TaperModel,
  breastHeightM: number,
): ProfileOutcome {
  const problem = sizeProblem(tree, breastHeightM);
  if (problem !== null) return { ok: false, problem };
  const { dbhCm, heightM } = tree;
  const profile = profileOf({
    heightM,
    squareCm2: (h) => squareCm2(dbhCm, heightM, h),
    sumTo: (h) => sumTo(dbhCm, heightM, h),
    bark,
    words,
    source,
  });
  const buttCm = profile.diameterCm(0);
  return {
    ok: true,
    profile:
      heightAt === undefined
        ? profile
        : {
            ...profile,
            heightAtM: (wantedCm) =>
              wantedCm > buttCm ? 0 : wantedCm <= 0 ? heightM : heightAt(dbhCm, heightM, wantedCm),
          },
  };
}

const byTaper = (tree: TreeSize, outcome: TaperOutcome, breastHeightM: number): ProfileOutcome =>
  outcome.ok ? profileOfTaper(tree, outcome.model, breastHeightM) : outcome;

export const solidsProfile = (tree: TreeSize, breastHeightM: number): ProfileOutcome =>
  profileOfTaper(tree, solidsTaper(breastHeightM), breastHeightM);
export const kozakProfile = (tree: TreeSize, coefficients: KozakCoefficients, breastHeightM: number): ProfileOutcome =>
  byTaper(tree, kozakTaper(coefficients), breastHeightM);
export const ormerodProfile = (
  tree: TreeSize,
  exponent: { readonly p: number },
  breastHeightM: number,
): ProfileOutcome => byTaper(tree, ormerodTaper(exponent, breastHeightM), breastHeightM);
export const maxBurkhartProfile = (
  tree: TreeSize,
  coefficients: MaxBurkhartCoefficients,
  breastHeightM: number,
): ProfileOutcome => byTaper(tree, maxBurkhartTaper(coefficients), breastHeightM);

/**
 * Behre's hyperbola d = d₀ x ÷ (a x + b), through one diameter; x is the distance from the tip as a share of that of the
 * diameter's height.
 *
 * Source: Behre 1927, Form-class taper curves and volume tables and their application.
 *
 * @param through a diameter above the swelling of the butt, such as at the top of the first log
 */
export function behreProfile(
  heightM: number,
  through: Section,
  { a, b }: BehreCoefficients = BEHRE_AVERAGE,
): ProfileOutcome {
  if (!(heightM > 0 && heightM <= 130))
    return fail('heightM', message('taper.height-must-be-above-0', 'Height must be above 0 and up to 130 m.'));
  if (!(through.heightM >= 0 && through.heightM < heightM))
    return fail(
      'through',
      message('taper.the-measured-diameter-must-be', 'The measured diameter must be below the tip.'),
    );
  if (!(through.diameterCm > 0))
    return fail(
      'through',
      message('taper.the-measured-diameter-must-be-above', 'The measured diameter must be above 0.'),
    );
  if (!(a >= 0 && b > 0))
    return fail(
      'b',
      message('taper.the-coefficients-of-behre-must', 'The coefficients of Behre must be a ≥ 0 and b > 0.'),
    );
  const reach = heightM - through.heightM;
  const square = through.diameterCm ** 2;
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => square * behreShareAt((heightM - h) / reach, { a, b }) ** 2,
      sumTo: (h) =>
        square * reach * (behreSquareSum(heightM / reach, { a, b }) - behreSquareSum((heightM - h) / reach, { a, b })),
      words: message('taper.behre', 'Behre'),
      source: 'Behre 1927, Journal of Agricultural Research 35',
    }),
  };
}

/** Fewest diameters that a profile of the tree's own is drawn through, the tip left out. */
const LEAST_SECTIONS = 2;

/**
 * A profile through the tree's own diameters: a monotone cubic through the squares, which neither overshoots nor falls
 * below 0. Below the lowest section it goes on as straight as to the next one.
 *
 * Source: Fritsch & Carlson 1980, Monotone piecewise cubic interpolation, SIAM J. Numer. Anal. 17:238.
 *
 * @param sections two or more, at different heights below the tip, none thicker than the one below it
 */
export function measuredProfile(heightM: number, sections: readonly Section[]): ProfileOutcome {
  if (!(heightM > 0 && heightM <= 130))
    return fail('heightM', message('taper.height-must-be-above-0', 'Height must be above 0 and up to 130 m.'));
  const sorted = [...sections].sort((a, b) => a.heightM - b.heightM);
  if (sorted.length < LEAST_SECTIONS)
    return fail(
      'sections',
      message('taper.enter-at-least-two-diameters', 'Enter at least two diameters below the tip.'),
    );
  for (const [i, section] of sorted.entries()) {
    const below = sorted[i - 1];
    if (!(section.diameterCm > 0) || !(section.heightM >= 0 && section.heightM < heightM))
      return fail(
        'sections',
        message('taper.every-diameter-must-be-above', 'Every diameter must be above 0 and below the tip.'),
      );
    if (section.heightM === below?.heightM)
      return fail(
        'sections',
        message('taper.there-are-two-diameters-at', 'There are two diameters at {heightM} m.', {
          heightM: String(section.heightM),
        }),
      );
    if (below !== undefined && section.diameterCm > below.diameterCm) {
      return fail(
        'sections',
        message(
          'taper.at-m-the-stem-is',
          'At {heightM} m the stem is thicker than below: {diameterCm} cm after {diameterCm2} cm.',
          {
            heightM: String(section.heightM),
            diameterCm: String(section.diameterCm),
            diameterCm2: String(below.diameterCm),
          },
        ),
      );
    }
  }
  const squares = sorted.map((section) => ({ x: section.heightM, y: section.diameterCm ** 2 }));
  const [lowest, next] = squares;
  // Below the lowest section the square goes on as straight as to the next one.
  const butt =
    lowest === undefined || next === undefined || !(lowest.x > 0)
      ? []
      : [{ x: 0, y: lowest.y + ((lowest.y - next.y) * lowest.x) / (next.x - lowest.x) }];
  const knots = [...butt, ...squares, { x: heightM, y: 0 }];
  const x = knots.map((knot) => knot.x);
  const y = knots.map((knot) => knot.y);
  const tangents = monotoneTangents(x, y);
  const at = (list: readonly number[], i: number): number => list[i] ?? 0;
  /** Square and its integral from the lower end of a span. */
  const inSpan = (i: number, h: number): { readonly square: number; readonly sum: number } => {
    const step = at(x, i + 1) - at(x, i);
    const t = (h - at(x, i)) / step;
    const [y0, y1, m0, m1] = [at(y, i), at(y, i + 1), at(tangents, i) * step, at(tangents, i + 1) * step];
    const c2 = -3 * y0 + 3 * y1 - 2 * m0 - m1;
    const c3 = 2 * y0 - 2 * y1 + m0 + m1;
    return {
      square: y0 + t * (m0 + t * (c2 + t * c3)),
      sum: step * t * (y0 + t * (m0 / 2 + t * (c2 / 3 + (t * c3) / 4))),
    };
  };
  const spanOf = (h: number): number => {
    const found = x.findIndex((_, i) => i + 1 < x.length && h < at(x, i + 1));
    return found < 0 ? x.length - 2 : found;
  };
  const sums = x.reduce<number[]>(
    (list, _, i) => (i === 0 ? [0] : [...list, at(list, i - 1) + inSpan(i - 1, at(x, i)).sum]),
    [],
  );
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => inSpan(spanOf(h), h).square,
      sumTo: (h) => {
        const i = spanOf(h);
        return at(sums, i) + inSpan(i, h).sum;
      },
      words: message('taper.measured-diameters', 'measured diameters'),
      source: 'Fritsch & Carlson 1980, SIAM Journal on Numerical Analysis 17:238',
    }),
  };
}

/** Slopes at the knots that keep a cubic between them monotone. */
function monotoneTangents(x: readonly number[], y: readonly number[]): number[] {
  const n = x.length;
  const at = (list: readonly number[], i: number): number => list[i] ?? 0;
  const secants = Array.from({ length: n - 1 }, (_, i) => (at(y, i + 1) - at(y, i)) / (at(x, i + 1) - at(x, i)));
  const tangents = Array.from({ length: n }, (_, i) => {
    if (i === 0) return at(secants, 0);
    if (i === n - 1) return at(secants, n - 2);
    const [before, after] = [at(secants, i - 1), at(secants, i)];
    return before * after <= 0 ? 0 : (before + after) / 2;
  });
  secants.forEach((secant, i) => {
    if (secant === 0) {
      tangents[i] = 0;
      tangents[i + 1] = 0;
      return;
    }
    const alpha = at(tangents, i) / secant;
    const beta = at(tangents, i + 1) / secant;
    const size = Math.hypot(alpha, beta);
    if (size > 3) {
      tangents[i] = (3 * alpha * secant) / size;
      tangents[i + 1] = (3 * beta * secant) / size;
    }
  });
  return tangents;
}

/** A profile that ends at a break: nothing above it. */
export const brokenAt = (profile: StemProfile, breakM: number): StemProfile =>
  breakM >= profile.heightM
    ? profile
    : {
        ...profile,
        heightM: breakM,
        diameterCm: (h) => (h > breakM ? 0 : profile.diameterCm(h)),
        volumeM3: (fromM, toM) => profile.volumeM3(Math.min(fromM, breakM), Math.min(toM, breakM)),
        heightAtM: (diameterCm) => Math.min(breakM, profile.heightAtM(diameterCm)),
      };

/** A profile with every diameter times a ratio. */
const scaled = (profile: StemProfile, ratio: number, bark: Bark): StemProfile => ({
  ...profile,
  bark,
  diameterCm: (h) => ratio * profile.diameterCm(h),
  volumeM3: (fromM, toM) => ratio * ratio * profile.volumeM3(fromM, toM),
  heightAtM: (diameterCm) => profile.heightAtM(diameterCm / ratio),
});

/**
 * The profile of the wood alone. One that is under bark already stays as it is.
 *
 * @param ratio diameter under bark over that over it
 */
export const underBark = (profile: StemProfile, ratio: number): StemProfile =>
  profile.bark === 'under' ? profile : scaled(profile, ratio, 'under');

/** The profile with its bark. One that is over bark already stays as it is. */
export const profileOverBark = (profile: StemProfile, ratio: number): StemProfile =>
  profile.bark === 'over' ? profile : scaled(profile, 1 / ratio, 'over');
