import { convert, type UnitSystem } from '../units/index.ts';
import { stickMarkCm } from './stick-steps.ts';

/** Reaches for which a stick is graduated, in cm. */
export const STICK_REACH_LIMITS_CM = { low: 45, high: 90 } as const;

/** A mark on the stick, with its place. */
export interface StickMark {
  /** Diameter that it stands for, in the unit of the system (cm, in). */
  readonly diameter: number;
  /** Distance from the zero of the stick. */
  readonly atCm: number;
  /** Whole tens (or sixes of inches) carry a figure, fives (threes) are longer than the rest. */
  readonly rank: 'figure' | 'long' | 'short';
}

const GRADUATIONS: Record<
  UnitSystem,
  { readonly step: number; readonly long: number; readonly figure: number; readonly last: number }
> = {
  metric: { step: 1, long: 5, figure: 10, last: 100 },
  imperial: { step: 0.5, long: 1, figure: 2, last: 40 },
};

/**
 * The marks of a scale stick for a reach, from the thinnest stem to 100 cm (40 in).
 *
 * @param reachCm from the corner of the eye to the stick, within `STICK_REACH_LIMITS_CM`
 * @throws RangeError for a reach outside them
 */
export function scaleStick(reachCm: number, system: UnitSystem): StickMark[] {
  const { low, high } = STICK_REACH_LIMITS_CM;
  if (!(reachCm >= low && reachCm <= high)) throw new RangeError(`reachCm must lie between ${low} and ${high}`);
  const { step, long, figure, last } = GRADUATIONS[system];
  const unit = system === 'metric' ? 'cm' : 'in';
  return Array.from({ length: Math.round(last / step) }, (_, i) => {
    const diameter = (i + 1) * step;
    const rank = diameter % figure === 0 ? 'figure' : diameter % long === 0 ? 'long' : 'short';
    return { diameter, atCm: stickMarkCm(convert(diameter, unit, 'cm'), reachCm), rank };
  });
}
