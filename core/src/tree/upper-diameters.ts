import { evaluate, type MethodContext, type ReadingValue } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import { estimateOf } from '../uncertainty/index.ts';
import { convert } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';
import { fieldsOf, instrumentProblem, isReadingValue } from './instrument-readings.ts';

/** Instruments that measure a stem at a height of its own: with a ladder, or from the ground. */
export const UPPER_DIAMETER_METHODS = [
  'diameter.tape',
  'diameter.caliper',
  'diameter.band-count',
  'diameter.full-angle',
] as const;
export type UpperDiameterMethod = (typeof UPPER_DIAMETER_METHODS)[number];

/** A diameter at a height of its own, as both were read. */
export interface UpperDiameter {
  /** Above the ground. */
  readonly height: ReadingValue;
  readonly method: UpperDiameterMethod;
  /** By the keys of the method. */
  readonly readings: Readonly<Record<string, ReadingValue>>;
}

/** An upper diameter as it comes out of its readings. */
export interface MeasuredUpper {
  readonly heightM: number;
  readonly heightErrorM: number;
  readonly diameterCm: number;
  readonly diameterErrorCm: number;
  readonly method: UpperDiameterMethod;
}

/** Heights up a stem at which diameters are taken, m. */
const HEIGHT_LIMITS_M = { low: 0, high: 100 } as const;
/** Standard error of a height up the stem where none is stated: this share, and this much at least. */
const HEIGHT_ERROR = { share: 0.01, leastM: 0.05 } as const;

const NOT_ONE: Text = message(
  'tree.upper-diameter-needs',
  'An upper diameter needs a height in m or ft, a method, and the readings of that method.',
);

function problemOf(value: unknown): Text | null {
  const { height, method, readings, ...rest } = fieldsOf(value) ?? {};
  if (!isReadingValue(height)) return NOT_ONE;
  if (Object.keys(rest).length > 0 || (height.unit !== 'm' && height.unit !== 'ft')) return NOT_ONE;
  const heightM = convert(height.value, height.unit, 'm');
  if (!(heightM >= HEIGHT_LIMITS_M.low && heightM <= HEIGHT_LIMITS_M.high))
    return message('tree.upper-diameter-height', 'Height of an upper diameter must be {low} to {high} m.', {
      low: String(HEIGHT_LIMITS_M.low),
      high: String(HEIGHT_LIMITS_M.high),
    });
  return instrumentProblem(method, readings, UPPER_DIAMETER_METHODS, NOT_ONE);
}

/**
 * Why something that came over the wire is no list of upper diameters.
 *
 * @param value anything
 * @returns the first problem in words; null where it is a list of upper diameters
 * @example upperDiametersProblem([]) // null
 */
export function upperDiametersProblem(value: unknown): Text | null {
  if (!Array.isArray(value)) return NOT_ONE;
  return value.map(problemOf).find((problem) => problem !== null) ?? null;
}

/**
 * Upper diameters as figures, by rising height. Those that cannot be computed are left out.
 *
 * @param uppers as they were read
 * @param context units and rules of the survey
 * @returns heights in m and diameters in cm, each with its standard error
 * @example measuredUppers([], { unitSystem: 'metric' }).length // 0
 */
export function measuredUppers(uppers: readonly UpperDiameter[], context: MethodContext): MeasuredUpper[] {
  return uppers
    .flatMap(({ height, method, readings }): MeasuredUpper[] => {
      const found = findMethod(method);
      const estimate = found === null ? null : estimateOf(evaluate(found, readings, context));
      if (estimate === null) return [];
      const heightM = convert(height.value, height.unit, 'm');
      const stated = height.standardError;
      return [
        {
          heightM,
          heightErrorM:
            stated === undefined
              ? Math.max(HEIGHT_ERROR.leastM, HEIGHT_ERROR.share * heightM)
              : convert(stated, height.unit, 'm'),
          diameterCm: estimate.value,
          diameterErrorCm: estimate.standardError,
          method,
        },
      ];
    })
    .sort((a, b) => a.heightM - b.heightM);
}
