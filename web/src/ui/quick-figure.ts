import { readQuantity } from '@arbolito/core/quantity';
import { QUICK_LIMITS, type Phases } from '@arbolito/core/survey';

/** What is told of every plot of a survey, as a label; null where nothing is. */
export const quickLabel = (phases: Phases | undefined): string | null =>
  phases?.kind === 'double' ? phases.quick : phases?.kind === 'count' ? 'Trees counted in' : null;

/** A quick figure as it was typed: nothing for an empty field, or what is wrong with it. */
export function readQuick(text: string): number | string | null {
  if (text.trim() === '') return null;
  const read = readQuantity(text, { unit: 'one' });
  if (!read.ok) return read.message;
  const { low, high } = QUICK_LIMITS;
  return read.value >= low && read.value <= high ? read.value : `Give a number from ${String(low)} to ${String(high)}.`;
}
