import { byEvidence, changed, RARE_ODDS, type Suspicion } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/**
 * A figure with two neighbouring digits exchanged, for each pair of them.
 *
 * @example neighboursExchanged(23.5) // [32.5, 25.3]
 */
export function neighboursExchanged(value: number): readonly number[] {
  const digits = [...String(Math.abs(value))];
  const places = digits.flatMap((digit, i) => (/\d/.test(digit) ? [i] : []));
  return places.slice(1).flatMap((second, i): number[] => {
    const first = places[i] ?? 0;
    if (digits[first] === digits[second]) return [];
    const exchanged = digits.with(first, digits[second] ?? '').with(second, digits[first] ?? '');
    return [Math.sign(value) * Number(exchanged.join(''))];
  });
}

/** A change of a reading that matters, as a share of it: last digits are noise. */
const MATTERS = 0.08;

/** Two digits of a reading changed places. */
export const DIGITS_TRANSPOSED = byEvidence(
  {
    code: 'height.digits-transposed',
    name: message('height.digits-transposed.name', 'Two digits exchanged'),
    effect: message('height.digits-transposed.effect', 'One reading has two digits in the wrong order, as 32 for 23.'),
    suggestedFix: message('height.digits-transposed.suggestedFix', 'Exchange the two digits'),
    evidence: message('height.digits-transposed.evidence', 'Another height, or the height curve.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale],
    odds: RARE_ODDS / 2,
  },
  (found) =>
    Object.entries(found.readings).flatMap(([key, reading]): Suspicion[] =>
      neighboursExchanged(reading.value)
        .filter((value) => Math.abs(value - reading.value) > MATTERS * Math.abs(reading.value))
        .map((value) => changed(found, { [key]: { ...reading, value } })),
    ),
);
