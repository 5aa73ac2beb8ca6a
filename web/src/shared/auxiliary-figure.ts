import { readQuantity } from '@arbolito/core/units';
import { AUXILIARY_LIMITS, type TwoPhaseDesign } from '@arbolito/core/protocol';
import { t } from '../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** What is told of every plot of a survey, as a label; null where nothing is. */
export const auxiliaryLabel = (phases: TwoPhaseDesign | undefined): string | null =>
  phases?.kind === 'double-sampling'
    ? phases.auxiliary
    : phases?.kind === 'count-measure'
      ? t('shared.trees-counted-in', 'Trees counted in')
      : null;

/** A quick figure as it was typed: nothing for an empty field, or what is wrong with it. */
export function readAuxiliary(text: string): number | Text | null {
  if (text.trim() === '') return null;
  const read = readQuantity(text, { unit: 'one' });
  if (!read.ok) return read.message;
  const { low, high } = AUXILIARY_LIMITS;
  return read.value >= low && read.value <= high
    ? read.value
    : t('shared.enter-a-number-from-to', 'Enter a number from {low} to {high}.', {
        low: String(low),
        high: String(high),
      });
}
