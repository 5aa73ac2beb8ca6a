import { printRounded } from '../units/index.ts';
import { leastSquares, type ParametricCurve } from '../statistics/index.ts';
import { message, type Text } from '../message/index.ts';

interface NamedCurve {
  readonly name: Text;
  readonly parameters: readonly string[];
  readonly source: string;
}

/** The shape of a curve above the height that it starts from: h and d in m and cm. */
interface CurveShape extends NamedCurve {
  /** As it is written, with its parameters; `from` is the breast height. */
  readonly formula: (from: string) => string;
  /** Whether it starts from breast height at a diameter of 0; the others start from the ground. */
  readonly throughBreastHeight: boolean;
  readonly above: (d: number, parameters: readonly number[]) => number;
  readonly slopes: ParametricCurve['slopes'];
  /** Parameters to begin a fit from; heights are above the start of the curve. */
  readonly starts: (d: readonly number[], above: readonly number[]) => readonly (readonly number[])[];
}

/** A model of height over diameter for one breast height: h and d in m and cm. */
export interface CurveModel extends ParametricCurve, NamedCurve {
  readonly formula: string;
  /** Parameters to begin a fit from. */
  readonly starts: (d: readonly number[], h: readonly number[]) => readonly (readonly number[])[];
}

/** Intercept and slope of a straight line; null where there is none. */
function line(x: readonly number[], y: readonly number[]): readonly [number, number] | null {
  const fit = leastSquares(
    x.map((each) => [1, each]),
    y,
  );
  const [a, b] = fit?.coefficients ?? [];
  return a === undefined || b === undefined ? null : [a, b];
}

/** Starts about one that a straightened form of the model gives. */
const about = (start: readonly number[] | null): readonly (readonly number[])[] =>
  !start?.every((each) => Number.isFinite(each))
    ? []
    : [1, 0.7, 1.4].flatMap((first) =>
        [1, 0.8, 1.25].map((second) => [(start[0] ?? 0) * first, (start[1] ?? 0) * second]),
      );

/** Models that can be chosen from, in the order in which they are offered. */
export const CURVE_MODELS = {
  naslund: {
    name: message('height-curve.models.name', 'Näslund'),
    formula: (from) => `h = ${from} + d² ÷ (a + b d)²`,
    throughBreastHeight: true,
    parameters: ['a', 'b'],
    source: 'Näslund 1936',
    above: (d, [a = 0, b = 0]) => (d / (a + b * d)) ** 2,
    slopes: (d, [a = 0, b = 0]) => {
      const slope = (-2 * d * d) / (a + b * d) ** 3;
      return [slope, slope * d];
    },
    // The same curve has (−a, −b): starts above 0 stay there.
    starts: (d, h) =>
      about(
        line(
          d,
          h.map((each, i) => (d[i] ?? 0) / Math.sqrt(each)),
        ),
      ),
  },
  petterson: {
    name: message('height-curve.models.petterson', 'Petterson'),
    formula: (from) => `h = ${from} + (a + b ÷ d)⁻³`,
    throughBreastHeight: true,
    parameters: ['a', 'b'],
    source: 'Petterson 1955',
    above: (d, [a = 0, b = 0]) => (a + b / d) ** -3,
    slopes: (d, [a = 0, b = 0]) => {
      const slope = -3 * (a + b / d) ** -4;
      return [slope, slope / d];
    },
    starts: (d, h) =>
      about(
        line(
          d.map((each) => 1 / each),
          h.map((each) => each ** (-1 / 3)),
        ),
      ),
  },
  michailoff: {
    name: message('height-curve.models.michailoff', 'Michailoff'),
    formula: (from) => `h = ${from} + a exp(−b ÷ d)`,
    throughBreastHeight: true,
    parameters: ['a', 'b'],
    source: 'Michailoff 1943; Schumacher 1939',
    above: (d, [a = 0, b = 0]) => a * Math.exp(-b / d),
    slopes: (d, [a = 0, b = 0]) => {
      const part = Math.exp(-b / d);
      return [part, (-a * part) / d];
    },
    starts: (d, h) => {
      const found = line(
        d.map((each) => 1 / each),
        h.map(Math.log),
      );
      return about(found === null ? null : [Math.exp(found[0]), -found[1]]);
    },
  },
  curtis: {
    name: message('height-curve.models.curtis', 'Curtis'),
    formula: (from) => `h = ${from} + a (d ÷ (1 + d))ᵇ`,
    throughBreastHeight: true,
    parameters: ['a', 'b'],
    source: 'Curtis 1967',
    above: (d, [a = 0, b = 0]) => a * (d / (1 + d)) ** b,
    slopes: (d, [a = 0, b = 0]) => {
      const part = (d / (1 + d)) ** b;
      return [part, a * part * Math.log(d / (1 + d))];
    },
    starts: (d, h) => {
      const found = line(
        d.map((each) => Math.log(each / (1 + each))),
        h.map(Math.log),
      );
      return about(found === null ? null : [Math.exp(found[0]), found[1]]);
    },
  },
  wykoff: {
    name: message('height-curve.models.wykoff', 'Wykoff'),
    formula: (from) => `h = ${from} + exp(a + b ÷ (d + 1))`,
    throughBreastHeight: true,
    parameters: ['a', 'b'],
    source: 'Wykoff, Crookston & Stage 1982, USDA Forest Service GTR INT-133; here in cm and m',
    above: (d, [a = 0, b = 0]) => Math.exp(a + b / (d + 1)),
    slopes: (d, [a = 0, b = 0]) => {
      const part = Math.exp(a + b / (d + 1));
      return [part, part / (d + 1)];
    },
    starts: (d, h) =>
      about(
        line(
          d.map((each) => 1 / (each + 1)),
          h.map(Math.log),
        ),
      ),
  },
  'chapman-richards': {
    name: message('height-curve.models.chapman-and-richards', 'Chapman and Richards'),
    formula: (from) => `h = ${from} + a (1 − exp(−b d))ᶜ`,
    throughBreastHeight: true,
    parameters: ['a', 'b', 'c'],
    source: 'Richards 1959, Journal of Experimental Botany 10:290',
    above: (d, [a = 0, b = 0, c = 0]) => a * (1 - Math.exp(-b * d)) ** c,
    slopes: (d, [a = 0, b = 0, c = 0]) => {
      const left = Math.exp(-b * d);
      const base = 1 - left;
      const part = base ** c;
      return [part, a * c * base ** (c - 1) * d * left, a * part * Math.log(base)];
    },
    starts: (_, h) => {
      const top = Math.max(...h);
      return [1, 1.3].flatMap((share) =>
        [0.02, 0.05, 0.1].flatMap((b) => [0.8, 1.2, 2].map((c) => [share * top, b, c])),
      );
    },
  },
  henriksen: {
    name: message('height-curve.models.henriksen', 'Henriksen'),
    formula: () => 'h = a + b ln d',
    throughBreastHeight: false,
    parameters: ['a', 'b'],
    source: 'Henriksen 1950; it does not go through breast height',
    above: (d, [a = 0, b = 0]) => a + b * Math.log(d),
    slopes: (d) => [1, Math.log(d)],
    starts: (d, h) => about(line(d.map(Math.log), h)),
  },
} as const satisfies Record<string, CurveShape>;

export type CurveModelId = keyof typeof CURVE_MODELS;

export const isCurveModelId = (id: unknown): id is CurveModelId =>
  typeof id === 'string' && Object.hasOwn(CURVE_MODELS, id);

/**
 * A model for trees whose diameter was measured at a breast height.
 *
 * @param breastHeightM height of the dbh above the ground, m
 */
export function modelOf(id: CurveModelId, breastHeightM: number): CurveModel {
  const { above, formula, throughBreastHeight, starts, slopes, name, parameters, source }: CurveShape =
    CURVE_MODELS[id];
  const fromM = throughBreastHeight ? breastHeightM : 0;
  return {
    name,
    parameters,
    source,
    slopes,
    formula: formula(printRounded(breastHeightM, 2).replace(/0$/, '')),
    value: (d, values) => fromM + above(d, values),
    starts: (d, h) =>
      starts(
        d,
        h.map((each) => each - fromM),
      ),
  };
}

/**
 * Näslund by a straight line through d ÷ √(h − breast height): not the curve of least squares of the heights, but near it.
 *
 * @returns a and b; null where the trees do not tell them apart
 */
export const naslundByLine = (
  d: readonly number[],
  h: readonly number[],
  breastHeightM: number,
): readonly [number, number] | null =>
  line(
    d,
    h.map((each, i) => (d[i] ?? 0) / Math.sqrt(each - breastHeightM)),
  );
