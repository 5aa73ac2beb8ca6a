import { solveSymmetric } from '../statistics/index.ts';
import type { KozakCoefficients, MaxBurkhartCoefficients } from '../protocol/index.ts';
import { message, type Text } from '../message/index.ts';

/** Sections of many stems, a column each, all of one length; diameters in cm, heights in m. */
export interface TaperSections {
  readonly dbhCm: Float64Array;
  readonly heightM: Float64Array;
  /** Height of the section above the ground. */
  readonly atM: Float64Array;
  readonly diameterCm: Float64Array;
  /** Where the dbh was measured, in m. */
  readonly breastHeightM: number;
}

/** A model of form as it was fitted. */
export interface TaperFit<Coefficients> {
  readonly coefficients: Coefficients;
  /** Sum of squares of what is left, in the scale that the model is fitted in. */
  readonly residualSum: number;
  readonly sections: number;
  /** Square root of the mean square of what is left of the diameters, in cm. */
  readonly rootMeanSquareCm: number;
}

export type TaperFitOutcome<Coefficients> =
  { readonly ok: true; readonly fit: TaperFit<Coefficients> } | { readonly ok: false; readonly message: Text };

/** Fewest sections that a model is fitted to, the dbh left out. */
export const LEAST_TAPER_SECTIONS = { ormerod: 2, kozak: 3, 'max-burkhart': 12 } as const;

interface Failed {
  readonly ok: false;
  readonly message: Text;
}
const fail = (message: Text): Failed => ({ ok: false, message });

function sectionsProblem(
  { dbhCm, heightM, atM, diameterCm, breastHeightM }: TaperSections,
  least: number,
): Failed | null {
  const n = diameterCm.length;
  if (n < least)
    return fail(
      message('taper.at-least-sections-are-needed', 'At least {least} sections are needed; there are {n}.', {
        least: String(least),
        n: String(n),
      }),
    );
  for (let i = 0; i < n; i += 1) {
    const [d = 0, tall = 0, at = -1, section = 0] = [dbhCm[i], heightM[i], atM[i], diameterCm[i]];
    if (!(d > 0 && tall > breastHeightM && at >= 0 && at < tall && section > 0))
      return fail(
        message(
          'taper.section-must-be-on-its',
          'Section {i} must be on its stem, with a dbh, height and diameter above 0.',
          { i: String(i + 1) },
        ),
      );
  }
  return null;
}

/** Shares of the height, and squares of the diameters as shares of that of the dbh. */
function shares({ dbhCm, heightM, atM, diameterCm }: TaperSections): {
  readonly z: Float64Array;
  readonly y: Float64Array;
} {
  const n = diameterCm.length;
  const z = new Float64Array(n);
  const y = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const share = (diameterCm[i] ?? 0) / (dbhCm[i] ?? 1);
    z[i] = (atM[i] ?? 0) / (heightM[i] ?? 1);
    y[i] = share * share;
  }
  return { z, y };
}

/** Root of the mean square of the diameters' residuals, from the squares that a model gives. */
function rootMeanSquareCm({ dbhCm, diameterCm }: TaperSections, squareOf: (i: number) => number): number {
  const n = diameterCm.length;
  let sum = 0;
  for (let i = 0; i < n; i += 1) {
    const left = (diameterCm[i] ?? 0) - (dbhCm[i] ?? 0) * Math.sqrt(Math.max(0, squareOf(i)));
    sum += left * left;
  }
  return Math.sqrt(sum / n);
}

/**
 * Fits Kozak, Munro and Smith to the squares of relative diameters: two sums of squares and their product solve it.
 *
 * Source: Kozak, Munro & Smith 1969, Forestry Chronicle 45:278.
 */
export function fitKozak(sections: TaperSections): TaperFitOutcome<KozakCoefficients> {
  const problem = sectionsProblem(sections, LEAST_TAPER_SECTIONS.kozak);
  if (problem !== null) return problem;
  const { z, y } = shares(sections);
  let [s11, s12, s22, t1, t2] = [0, 0, 0, 0, 0];
  for (let i = 0; i < z.length; i += 1) {
    const share = z[i] ?? 0;
    const wanted = y[i] ?? 0;
    const one = share - 1;
    const two = share * share - 1;
    s11 += one * one;
    s12 += one * two;
    s22 += two * two;
    t1 += one * wanted;
    t2 += two * wanted;
  }
  const pivot = s11 * s22 - s12 * s12;
  if (!(pivot > 1e-10 * s11 * s22))
    return fail(
      message(
        'taper.all-sections-are-at-the',
        'All sections are at the same relative height: more heights are needed.',
      ),
    );
  const b1 = (t1 * s22 - t2 * s12) / pivot;
  const b2 = (t2 * s11 - t1 * s12) / pivot;
  const squareOf = (i: number): number => {
    const share = z[i] ?? 0;
    return b1 * (share - 1) + b2 * (share * share - 1);
  };
  let residualSum = 0;
  for (let i = 0; i < z.length; i += 1) {
    const left = (y[i] ?? 0) - squareOf(i);
    residualSum += left * left;
  }
  return {
    ok: true,
    fit: {
      coefficients: { b1, b2 },
      residualSum,
      sections: z.length,
      rootMeanSquareCm: rootMeanSquareCm(sections, squareOf),
    },
  };
}

const ORMEROD_ROUNDS = 60;

/**
 * Fits Ormerod's exponent to relative diameters, by Gauss and Newton from 0.6.
 *
 * Source: Ormerod 1973, A simple bole model, Forestry Chronicle 49:136.
 */
export function fitOrmerod(sections: TaperSections): TaperFitOutcome<{ readonly p: number }> {
  const problem = sectionsProblem(sections, LEAST_TAPER_SECTIONS.ormerod);
  if (problem !== null) return problem;
  const { dbhCm, heightM, atM, diameterCm, breastHeightM } = sections;
  const n = diameterCm.length;
  const logs = new Float64Array(n);
  const wanted = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const tall = heightM[i] ?? 0;
    logs[i] = Math.log((tall - (atM[i] ?? 0)) / (tall - breastHeightM));
    wanted[i] = (diameterCm[i] ?? 0) / (dbhCm[i] ?? 1);
  }
  const sumOf = (p: number): readonly [sum: number, slope: number, curvature: number] => {
    let [sum, slope, curvature] = [0, 0, 0];
    for (let i = 0; i < n; i += 1) {
      const log = logs[i] ?? 0;
      const fitted = Math.exp(p * log);
      const left = (wanted[i] ?? 0) - fitted;
      const steep = fitted * log;
      sum += left * left;
      slope += left * steep;
      curvature += steep * steep;
    }
    return [sum, slope, curvature];
  };
  let p = 0.6;
  let [residualSum, slope, curvature] = sumOf(p);
  if (!(curvature > 0))
    return fail(
      message('taper.all-sections-are-at-breast', 'All sections are at breast height: more heights are needed.'),
    );
  for (let round = 0; round < ORMEROD_ROUNDS; round += 1) {
    let step = slope / curvature;
    let next = sumOf(p + step);
    while (next[0] > residualSum && Math.abs(step) > 1e-12) {
      step /= 2;
      next = sumOf(p + step);
    }
    if (next[0] > residualSum) break;
    p += step;
    [residualSum, slope, curvature] = next;
    if (Math.abs(step) < 1e-12) break;
  }
  return {
    ok: true,
    fit: {
      coefficients: { p },
      residualSum,
      sections: n,
      rootMeanSquareCm: rootMeanSquareCm(sections, (i) => Math.exp(2 * p * (logs[i] ?? 0))),
    },
  };
}

/** Joints to begin from, the upper and the lower. */
const UPPER_STARTS = [0.55, 0.75, 0.9] as const;
const LOWER_STARTS = [0.06, 0.12, 0.25] as const;
const PARAMETERS = 6;
const ROUNDS = 80;

/** Sums of squares and products for one round: the model's six slopes against each other and against what is left. */
function normalSums(
  z: Float64Array,
  y: Float64Array,
  at: Float64Array,
  size: number,
  matrix: Float64Array,
  right: Float64Array,
): number {
  const [b1 = 0, b2 = 0, b3 = 0, b4 = 0, a1 = 0, a2 = 0] = at;
  const row = new Float64Array(PARAMETERS);
  matrix.fill(0);
  right.fill(0);
  let residualSum = 0;
  for (let i = 0; i < z.length; i += 1) {
    const share = z[i] ?? 0;
    const high = share < a1 ? a1 - share : 0;
    const low = share < a2 ? a2 - share : 0;
    row[0] = share - 1;
    row[1] = share * share - 1;
    row[2] = high * high;
    row[3] = low * low;
    row[4] = 2 * b3 * high;
    row[5] = 2 * b4 * low;
    const left = (y[i] ?? 0) - b1 * (share - 1) - b2 * (share * share - 1) - b3 * high * high - b4 * low * low;
    residualSum += left * left;
    for (let j = 0; j < size; j += 1) {
      const own = row[j] ?? 0;
      if (own === 0) continue;
      right[j] = (right[j] ?? 0) + own * left;
      for (let k = 0; k <= j; k += 1) matrix[j * size + k] = (matrix[j * size + k] ?? 0) + own * (row[k] ?? 0);
    }
  }
  for (let j = 0; j < size; j += 1)
    for (let k = j + 1; k < size; k += 1) matrix[j * size + k] = matrix[k * size + j] ?? 0;
  return residualSum;
}

/**
 * Fits Max and Burkhart's three parabolas, joints and all, to the squares of relative diameters: linear for given joints,
 * then all six together after Levenberg and Marquardt.
 *
 * Source: Max & Burkhart 1976, Forest Science 22:283; Marquardt 1963, J. Soc. Indust. Appl. Math. 11:431.
 */
export function fitMaxBurkhart(sections: TaperSections): TaperFitOutcome<MaxBurkhartCoefficients> {
  const problem = sectionsProblem(sections, LEAST_TAPER_SECTIONS['max-burkhart']);
  if (problem !== null) return problem;
  const { z, y } = shares(sections);
  const linear = { matrix: new Float64Array(16), right: new Float64Array(4) };
  /** The best coefficients for given joints, and what they leave. */
  const withJoints = (a1: number, a2: number): { readonly at: Float64Array; readonly sum: number } | null => {
    const start = Float64Array.of(0, 0, 0, 0, a1, a2);
    normalSums(z, y, start, 4, linear.matrix, linear.right);
    const b = solveSymmetric(linear.matrix, linear.right);
    if (b === null) return null;
    const at = Float64Array.of(...b, a1, a2);
    return { at, sum: normalSums(z, y, at, 4, linear.matrix, linear.right) };
  };
  const starts = UPPER_STARTS.flatMap((a1) => LOWER_STARTS.flatMap((a2) => withJoints(a1, a2) ?? [])).sort(
    (a, b) => a.sum - b.sum,
  );
  const [first] = starts;
  if (first === undefined)
    return fail(
      message(
        'taper.the-sections-are-too-close',
        'The sections are too close together: butt, middle and top are needed for three segments.',
      ),
    );
  const matrix = new Float64Array(PARAMETERS * PARAMETERS);
  const right = new Float64Array(PARAMETERS);
  const damped = new Float64Array(PARAMETERS * PARAMETERS);
  let { at } = first;
  let sum = normalSums(z, y, at, PARAMETERS, matrix, right);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS; round += 1) {
    damped.set(matrix);
    for (let j = 0; j < PARAMETERS; j += 1)
      damped[j * PARAMETERS + j] = (damped[j * PARAMETERS + j] ?? 0) * (1 + damping) + 1e-12;
    const step = solveSymmetric(damped, right);
    const next = step === null ? null : at.map((value, j) => value + (step[j] ?? 0));
    const [a1 = 0, a2 = 0] = next === null ? [] : [next[4], next[5]];
    const isWithin = a2 > 0.005 && a1 > a2 + 0.01 && a1 < 0.995;
    // The sums at the step are those of the next round where it is taken.
    const tried = next === null || !isWithin ? null : normalSums(z, y, next, PARAMETERS, matrix, right);
    if (next !== null && tried !== null && tried <= sum) {
      const gained = sum - tried;
      at = next;
      sum = tried;
      damping = Math.max(damping / 10, 1e-12);
      if (gained <= 1e-13 * sum) break;
    } else {
      if (damping > 1e8) break;
      damping *= 10;
      normalSums(z, y, at, PARAMETERS, matrix, right);
    }
  }
  const [b1 = 0, b2 = 0, b3 = 0, b4 = 0, a1 = 0, a2 = 0] = at;
  return {
    ok: true,
    fit: {
      coefficients: { b: [b1, b2, b3, b4], a: [a1, a2] },
      residualSum: sum,
      sections: z.length,
      rootMeanSquareCm: rootMeanSquareCm(sections, (i) => {
        const share = z[i] ?? 0;
        const [high, low] = [Math.max(0, a1 - share), Math.max(0, a2 - share)];
        return b1 * (share - 1) + b2 * (share * share - 1) + b3 * high * high + b4 * low * low;
      }),
    },
  };
}
