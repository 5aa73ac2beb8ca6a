import { type Estimate, estimateOf, findingsOf, type Outcome } from '../uncertainty/index.ts';
import { evaluate, type MethodContext, readingOf } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import type { Measured } from './measured.ts';
import { outcomeOf } from './evaluate-heights.ts';

/** A stem's diameter over bark, and what its bark takes off. */
export interface StemDiameter {
  readonly outcome: Outcome | null;
  /** Diameter under bark over that over it; null where the bark was not measured. */
  readonly barkRatio: number | null;
}

/** How a diameter over bark is read where its bark is read as well. */
const TAPE = 'diameter.tape';
const TAPE_READING = 'diameter';

/**
 * The diameter of a stem as its dbh: over bark. Methods whose own figure is under bark give the reading over bark, and
 * their bark as a ratio; what they find of the readings stays.
 *
 * @example 40 cm over bark and 15 mm of bark: 40 cm, ratio 0.925
 */
export function diameterOf(read: Measured, context: MethodContext): StemDiameter {
  const outcome = outcomeOf(read, context);
  const key = read.method.description.overBark;
  const tape = findMethod(TAPE);
  if (outcome?.ok !== true || key === undefined || tape === null) return { outcome, barkRatio: null };
  const taped = evaluate(tape, { [TAPE_READING]: readingOf(read.readings, key) }, context);
  const over = estimateOf(taped);
  const under = estimateOf(outcome);
  if (over === null || under === null) return { outcome: taped, barkRatio: null };
  const named = (reading: string | null): string | null => (reading === TAPE_READING ? key : reading);
  const estimate: Estimate = {
    ...over,
    methodId: under.methodId,
    methodVersion: under.methodVersion,
    get workings() {
      return over.workings;
    },
    contributions: over.contributions.map((each) => ({ ...each, reading: named(each.reading) })),
    findings: [
      ...findingsOf(taped).map((finding) => ({ ...finding, reading: named(finding.reading) })),
      ...findingsOf(outcome),
    ],
  };
  return { outcome: { ok: true, estimate }, barkRatio: under.value / over.value };
}
