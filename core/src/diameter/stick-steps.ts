import type { Finding, Term, Workbook } from '../uncertainty/index.ts';
import { printRounded } from '../units/index.ts';
import { DIAMETER_FINDINGS } from './diameter-findings.ts';
import { STICK_SOURCE } from './stem-readings.ts';
import { message } from '../message/index.ts';

/**
 * The stem that covers `seen` of a ruler which touches it, from an eye at `reach`: D = (S² ÷ R + √(S⁴ ÷ R² + 4 S²)) ÷ 2.
 *
 * @param seen what the ruler shows, `reach` from eye to ruler, both in `unit`
 */
export function stemFromStick(
  seen: Term,
  reach: Term,
  book: Workbook,
  unit: string,
  decimals: number,
  final = true,
): Term {
  const share = book.step({
    terms: [seen, reach],
    compute: (s = 0, r = 1) => (s * s) / r,
    write: (s = '', r = '') => `${s}² ÷ ${r}`,
    decimals: 3,
    unit,
    rule: message('diameter.part-hidden-by-the-roundness', 'part hidden by the roundness of the stem'),
    source: STICK_SOURCE,
  });
  return book.step({
    terms: [share, seen],
    compute: (a = 0, s = 0) => (a + Math.sqrt(a * a + 4 * s * s)) / 2,
    write: (a = '', s = '') => `(${a} + √(${a}² + 4 × ${s}²)) ÷ 2`,
    decimals,
    final,
    unit,
    rule: message('diameter.stem-whose-edges-are-seen', 'stem whose edges are seen there'),
    source: STICK_SOURCE,
  });
}

/** Where a stick that is graduated for the reach `made` has the mark of a diameter, from its zero. */
export const markOnStick = (shown: Term, made: Term, book: Workbook, unit: string): Term =>
  book.step({
    terms: [shown, made, made, shown],
    compute: (d = 0, r = 1) => d * Math.sqrt(r / (r + d)),
    write: (d = '', r = '') => `${d} × √(${r} ÷ (${r} + ${d}))`,
    decimals: 2,
    unit,
    rule: message('diameter.where-the-stick-has-this', 'where the stick has this mark'),
    source: STICK_SOURCE,
  });

/** Beyond this share of the reach the edges are seen so far aslant that a stick no longer tells stems apart. */
const WIDEST_VIEW = 1.2;

/**
 * A mark so far out that a small slip of the eye is a large one of the stem.
 *
 * @param markCm where the far edge of the stem is seen, from the zero of the stick
 */
export function beyondStick(markCm: number, reachCm: number, reading: string): Finding[] {
  if (markCm <= WIDEST_VIEW * reachCm) return [];
  const worth = diameterFromStickCm(markCm + 1, reachCm) - diameterFromStickCm(markCm, reachCm);
  return [
    {
      code: DIAMETER_FINDINGS.beyondStick,
      severity: 'check',
      reading,
      title: message('diameter.stem-too-thick-for-a', 'Stem too thick for a stick'),
      message: message(
        'diameter.here-one-step-on-the',
        'Here one step on the stick is {worth} times as much on the stem. Use a tape, or two diameters at a longer reach.',
        { worth: printRounded(worth, 1) },
      ),
      suggestedFixes: [],
    },
  ];
}

/**
 * Where a stick for a reach carries the mark of a diameter, measured from its zero: S = D ÷ √(1 + D ÷ R).
 *
 * @param diameterCm above 0
 * @param reachCm from eye to stick, above 0
 * @returns cm
 * @throws RangeError for a diameter or reach that is not above 0
 * @example stickMarkCm(40, 63.5) // 31.33
 */
export function stickMarkCm(diameterCm: number, reachCm: number): number {
  if (!(diameterCm > 0) || !(reachCm > 0)) throw new RangeError('diameterCm and reachCm must be above 0');
  return diameterCm / Math.sqrt(1 + diameterCm / reachCm);
}

/**
 * The diameter that a plain ruler's reading means at a reach. Inverse of `stickMarkCm`.
 *
 * @returns cm
 * @throws RangeError for a reading or reach that is not above 0
 */
export function diameterFromStickCm(seenCm: number, reachCm: number): number {
  if (!(seenCm > 0) || !(reachCm > 0)) throw new RangeError('seenCm and reachCm must be above 0');
  const share = (seenCm * seenCm) / reachCm;
  return (share + Math.sqrt(share * share + 4 * seenCm * seenCm)) / 2;
}
