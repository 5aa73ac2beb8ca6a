import { convert, readQuantity } from '@arbolito/core/units';
import { t } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** A figure that somebody types: what it is called, its unit, and what it can be. */
export interface QuantitySpec {
  readonly label: Text;
  readonly unit: 'm' | 'cm' | 'ft' | 'in' | 'pct' | 'deg' | 'one';
  /** Limits in `unit`, both allowed. */
  readonly low: number;
  readonly high: number;
}

export type ReadQuantityText = { readonly value: number } | { readonly problem: Text };

const SYMBOLS = { m: ' m', cm: ' cm', ft: ' ft', in: ' in', pct: ' %', deg: '°', one: '' } as const;

/** Reads a figure as typed, in its unit; lengths may come in any unit of length. */
export function parseQuantity({ label, unit, low, high }: QuantitySpec, text: string): ReadQuantityText {
  const isLength = unit === 'm' || unit === 'cm' || unit === 'ft' || unit === 'in';
  const read = readQuantity(text, isLength ? { unit, units: ['m', 'cm', 'ft', 'in'] } : { unit });
  if (!read.ok) return { problem: read.message };
  const value = isLength ? convert(read.value, read.unit, unit) : read.value;
  if (value < low || value > high)
    return {
      problem: t('ui.must-be-to', '{Label} must be {low} to {high}{symbols}.', {
        Label: label,
        low,
        high,
        symbols: SYMBOLS[unit],
      }),
    };
  return { value };
}
