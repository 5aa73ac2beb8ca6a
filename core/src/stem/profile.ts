import type { Section } from './sections.ts';

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
  readonly words: string;
  readonly source: string;
}

/** Why no profile can be made, at which figure. */
export interface ProfileProblem {
  readonly field: string;
  readonly message: string;
}

export type ProfileOutcome =
  { readonly ok: true; readonly profile: StemProfile } | { readonly ok: false; readonly problem: ProfileProblem };

const fail = (field: string, message: string): ProfileOutcome => ({ ok: false, problem: { field, message } });

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
  readonly words: string;
  readonly source: string;
}

function profileOf({ heightM, squareCm2, sumTo, words, source }: Squares): StemProfile {
  const within = (h: number): number => Math.min(heightM, Math.max(0, h));
  const diameterCm = (h: number): number => (h >= heightM ? 0 : Math.sqrt(Math.max(0, squareCm2(Math.max(0, h)))));
  return {
    heightM,
    diameterCm,
    volumeM3: (fromM, toM) => AREA_PER_CM2 * (sumTo(within(toM)) - sumTo(within(fromM))),
    heightAtM: (wantedCm) => invert(heightM, diameterCm, wantedCm),
    words,
    source,
  };
}

export interface TreeSize {
  readonly dbhCm: number;
  readonly heightM: number;
}

const BREAST_HEIGHT_M = 1.3;

/** What is wrong with a tree before any model is asked. */
function sizeProblem({ dbhCm, heightM }: TreeSize): ProfileOutcome | null {
  if (!(dbhCm > 0 && dbhCm <= 600)) return fail('dbhCm', 'The dbh must lie above 0 and up to 600 cm.');
  if (!(heightM > BREAST_HEIGHT_M && heightM <= 130))
    return fail('heightM', 'The tree must be taller than breast height, 1.3 m, and at most 130 m.');
  return null;
}

/** Where the butt's neiloid ends and the tip's cone begins, as shares of the height. */
const BUTT_SHARE = 0.1;
const TIP_SHARE = 0.7;

/**
 * A neiloid at the butt, a paraboloid along the stem, a cone at the tip, joined without a step or a bend.
 *
 * Source: the classical solids of stem form, Prodan 1965; the joints are chosen here at 0.1 and 0.7 of the height.
 */
export function solidsProfile(tree: TreeSize): ProfileOutcome {
  const problem = sizeProblem(tree);
  if (problem !== null) return problem;
  const { dbhCm, heightM } = tree;
  const h1 = BUTT_SHARE * heightM;
  const h2 = TIP_SHARE * heightM;
  // For the joints to be smooth the paraboloid’s own tip lies half as far above them as the cone’s, and a third as far as
  // the neiloid’s.
  const paraboloidTip = h2 + (heightM - h2) / 2;
  const neiloidTip = h1 + 3 * (paraboloidTip - h1);
  // Squares of the diameter as shares of that at the upper joint.
  const ofCone = (h: number): number => ((heightM - h) / (heightM - h2)) ** 2;
  const ofParaboloid = (h: number): number => (paraboloidTip - h) / (paraboloidTip - h2);
  const atButt = ofParaboloid(h1);
  const ofNeiloid = (h: number): number => atButt * ((neiloidTip - h) / (neiloidTip - h1)) ** 3;
  const share = (h: number): number => (h < h1 ? ofNeiloid(h) : h < h2 ? ofParaboloid(h) : ofCone(h));
  const scale = dbhCm ** 2 / share(BREAST_HEIGHT_M);
  const neiloidSum = (h: number): number =>
    (atButt * (neiloidTip ** 4 - (neiloidTip - h) ** 4)) / (4 * (neiloidTip - h1) ** 3);
  const paraboloidSum = (h: number): number =>
    ((paraboloidTip - h1) ** 2 - (paraboloidTip - h) ** 2) / (2 * (paraboloidTip - h2));
  const coneSum = (h: number): number => ((heightM - h2) ** 3 - (heightM - h) ** 3) / (3 * (heightM - h2) ** 2);
  const sumTo = (h: number): number =>
    h < h1
      ? neiloidSum(h)
      : h < h2
        ? neiloidSum(h1) + paraboloidSum(h)
        : neiloidSum(h1) + paraboloidSum(h2) + coneSum(h);
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => scale * share(h),
      sumTo: (h) => scale * sumTo(h),
      words: 'neiloid, paraboloid and cone',
      source: 'Prodan 1965, Holzmesslehre: solids of stem form',
    }),
  };
}

/** Beyond this a coefficient is a slip of the pen. */
const LARGEST_COEFFICIENT = 1000;

/**
 * Kozak, Munro and Smith: (d ÷ D)² = b₁ (z − 1) + b₂ (z² − 1), z = h ÷ H.
 *
 * Source: Kozak, Munro & Smith 1969, Forestry Chronicle 45:278.
 */
export function kozakProfile(tree: TreeSize, { b1, b2 }: { readonly b1: number; readonly b2: number }): ProfileOutcome {
  const problem = sizeProblem(tree);
  if (problem !== null) return problem;
  if (![b1, b2].every((b) => Number.isFinite(b) && Math.abs(b) < LARGEST_COEFFICIENT))
    return fail('b1', 'The coefficients must be numbers.');
  // It falls all the way where its slope b₁ + 2 b₂ z is below 0 at both ends.
  if (!(b1 < 0 && b1 + 2 * b2 < 0))
    return fail(
      'b2',
      'With these coefficients the stem would grow thicker upwards, or end below 0: b1 and b1 + 2 b2 must be below 0.',
    );
  const { dbhCm, heightM } = tree;
  const square = dbhCm ** 2;
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => {
        const z = h / heightM;
        return square * (b1 * (z - 1) + b2 * (z * z - 1));
      },
      sumTo: (h) => {
        const z = h / heightM;
        return square * heightM * (b1 * ((z * z) / 2 - z) + b2 * (z ** 3 / 3 - z));
      },
      words: 'Kozak, Munro and Smith',
      source: 'Kozak, Munro & Smith 1969, Forestry Chronicle 45:278',
    }),
  };
}

/**
 * Ormerod: d = D ((H − h) ÷ (H − 1.3))^p.
 *
 * Source: Ormerod 1973, A simple bole model, Forestry Chronicle 49:136.
 */
export function ormerodProfile(tree: TreeSize, { p }: { readonly p: number }): ProfileOutcome {
  const problem = sizeProblem(tree);
  if (problem !== null) return problem;
  if (!(p > 0.1 && p < 3)) return fail('p', 'The exponent must lie between 0.1 and 3; 0.5 is a paraboloid, 1 a cone.');
  const { dbhCm, heightM } = tree;
  const square = dbhCm ** 2 * (heightM - BREAST_HEIGHT_M) ** (-2 * p);
  const power = 2 * p + 1;
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => square * (heightM - h) ** (2 * p),
      sumTo: (h) => (square * (heightM ** power - (heightM - h) ** power)) / power,
      words: 'Ormerod',
      source: 'Ormerod 1973, A simple bole model, Forestry Chronicle 49:136',
    }),
  };
}

export interface MaxBurkhartCoefficients {
  readonly b: readonly [number, number, number, number];
  /** Joints as shares of the height: the upper, then the lower. */
  readonly a: readonly [number, number];
}

/** Loblolly pine, over bark; medium confidence: check against your local table. */
export const LOBLOLLY: MaxBurkhartCoefficients = { b: [-3.0257, 1.4586, -1.4464, 39.1081], a: [0.7431, 0.1125] };

/**
 * Max and Burkhart: three parabolas of (d ÷ D)² that join smoothly.
 *
 * Source: Max & Burkhart 1976, Forest Science 22:283.
 */
export function maxBurkhartProfile(tree: TreeSize, coefficients: MaxBurkhartCoefficients): ProfileOutcome {
  const problem = sizeProblem(tree);
  if (problem !== null) return problem;
  const { dbhCm, heightM } = tree;
  const {
    b: [b1, b2, b3, b4],
    a: [a1, a2],
  } = coefficients;
  if (!(a2 > 0 && a1 > a2 && a1 < 1)) return fail('a', 'The joints must lie between 0 and 1, the upper one first.');
  const above = (a: number, z: number): number => Math.max(0, a - z);
  // The slope is a straight line between the joints: it is below 0 throughout where it is at each of them.
  const slope = (z: number): number => b1 + 2 * b2 * z - 2 * b3 * above(a1, z) - 2 * b4 * above(a2, z);
  if (![0, a2, a1, 1].every((z) => slope(z) < 0))
    return fail('b', 'With these coefficients the stem would grow thicker upwards, or end below 0.');
  const square = dbhCm ** 2;
  // Integral of (a − z)² from 0, while z is below the joint.
  const jointSum = (a: number, z: number): number => (a ** 3 - above(a, z) ** 3) / 3;
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => {
        const z = h / heightM;
        return square * (b1 * (z - 1) + b2 * (z * z - 1) + b3 * above(a1, z) ** 2 + b4 * above(a2, z) ** 2);
      },
      sumTo: (h) => {
        const z = h / heightM;
        return (
          square *
          heightM *
          (b1 * ((z * z) / 2 - z) + b2 * (z ** 3 / 3 - z) + b3 * jointSum(a1, z) + b4 * jointSum(a2, z))
        );
      },
      words: 'Max and Burkhart',
      source: 'Max & Burkhart 1976, Forest Science 22:283',
    }),
  };
}

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
  { a, b }: { readonly a: number; readonly b: number } = { a: 0.62, b: 0.38 },
): ProfileOutcome {
  if (!(heightM > 0 && heightM <= 130)) return fail('heightM', 'The height must lie above 0 and up to 130 m.');
  if (!(through.heightM >= 0 && through.heightM < heightM))
    return fail('through', 'The measured diameter must lie below the tip.');
  if (!(through.diameterCm > 0)) return fail('through', 'The measured diameter must lie above 0.');
  if (!(a >= 0 && b > 0)) return fail('b', 'The coefficients of Behre must be a from 0 on and b above 0.');
  const reach = heightM - through.heightM;
  const share = (h: number): number => {
    const x = (heightM - h) / reach;
    return x / (a * x + b);
  };
  // ∫ x² ÷ (a x + b)² dx, a closed form; with a = 0 it is a cone.
  const sumOf = (x: number): number =>
    a < 1e-9 ? x ** 3 / (3 * b * b) : (a * x + b - 2 * b * Math.log(a * x + b) - (b * b) / (a * x + b)) / a ** 3;
  const square = through.diameterCm ** 2;
  return {
    ok: true,
    profile: profileOf({
      heightM,
      squareCm2: (h) => square * share(h) ** 2,
      sumTo: (h) => square * reach * (sumOf(heightM / reach) - sumOf((heightM - h) / reach)),
      words: 'Behre',
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
  if (!(heightM > 0 && heightM <= 130)) return fail('heightM', 'The height must lie above 0 and up to 130 m.');
  const sorted = [...sections].sort((a, b) => a.heightM - b.heightM);
  if (sorted.length < LEAST_SECTIONS) return fail('sections', 'Give at least two diameters below the tip.');
  for (const [i, section] of sorted.entries()) {
    const below = sorted[i - 1];
    if (!(section.diameterCm > 0) || !(section.heightM >= 0 && section.heightM < heightM))
      return fail('sections', 'Every diameter must lie above 0, and below the tip.');
    if (section.heightM === below?.heightM)
      return fail('sections', `There are two diameters at ${String(section.heightM)} m.`);
    if (below !== undefined && section.diameterCm > below.diameterCm) {
      return fail(
        'sections',
        `At ${String(section.heightM)} m the stem is thicker than below it: ${String(section.diameterCm)} cm after ${String(below.diameterCm)} cm.`,
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
      words: 'through its own diameters',
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

/** The profile of the wood alone: every diameter times the ratio of what is under the bark to what is over it. */
export function underBark(profile: StemProfile, ratio: number): StemProfile {
  return {
    ...profile,
    diameterCm: (h) => ratio * profile.diameterCm(h),
    volumeM3: (fromM, toM) => ratio * ratio * profile.volumeM3(fromM, toM),
    heightAtM: (diameterCm) => profile.heightAtM(diameterCm / ratio),
    words: `${profile.words}, under bark`,
  };
}
