import type { UnitSystem } from '../quantity/index.ts';

/** Width of a diameter class: 5 cm, or 2 in. */
export const CLASS_WIDTH: Record<UnitSystem, { readonly width: number; readonly unit: 'cm' | 'in' }> = {
  metric: { width: 5, unit: 'cm' },
  imperial: { width: 2, unit: 'in' },
};

/**
 * The class a diameter falls in, named by its middle: with a width of 5, class 35 holds 32.5 up to, but not including,
 * 37.5.
 *
 * @param diameter in the unit of the width, 0 or more
 */
export function diameterClass(diameter: number, width: number): number {
  return Math.floor(Number((diameter / width + 0.5).toPrecision(12))) * width;
}
