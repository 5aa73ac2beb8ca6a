import type { UnitId } from '../units/index.ts';
import type { Finding } from './finding.ts';
import type { Step } from './workbook.ts';
import type { Text } from '../message/index.ts';

/** How much one reading, or the stem itself, contributes to the standard error. */
export interface Contribution {
  /** Key of the reading; null for an error that lies in the stem. */
  readonly reading: string | null;
  readonly label: Text;
  /** Standard error of the reading, in `readingUnit`; of a stem, as a share of the figure. */
  readonly readingStandardError: number;
  readonly readingUnit: UnitId;
  /** Standard error that it causes in the estimate, in the estimate's unit. */
  readonly effect: number;
}

/**
 * A figure worked out from readings, the same small shape everywhere: value, unit, standard error, workings, findings.
 *
 * `value` and `standardError` are in the canonical `unit` (m, cm, m², m³), unrounded. `printed` is what people see, in
 * the unit of their system.
 */
export interface Estimate {
  readonly methodId: string;
  readonly methodVersion: number;
  readonly value: number;
  readonly unit: UnitId;
  readonly standardError: number;
  readonly printed: { readonly value: string; readonly standardError: string; readonly unit: UnitId };
  readonly workings: readonly Step[];
  readonly errorWorkings: readonly Step[];
  readonly contributions: readonly Contribution[];
  readonly findings: readonly Finding[];
}

/** An estimate, or the reasons why there is none. Doubtful data never throws. */
export type Outcome =
  { readonly ok: true; readonly estimate: Estimate } | { readonly ok: false; readonly findings: readonly Finding[] };

/**
 * What was found of readings, whether they gave an estimate or not.
 *
 * @param outcome of a method or of a tree
 * @returns findings, in the order in which they were made
 * @example findingsOf({ ok: false, findings: [] }).length // 0
 */
export const findingsOf = (outcome: Outcome): readonly Finding[] =>
  outcome.ok ? outcome.estimate.findings : outcome.findings;

/**
 * The estimate of an outcome.
 *
 * @param outcome of a method or of a tree
 * @returns the estimate, or null where the readings gave none
 * @example estimateOf({ ok: false, findings: [] }) // null
 */
export const estimateOf = (outcome: Outcome): Estimate | null => (outcome.ok ? outcome.estimate : null);

/** The same estimate with other findings; its workings stay unwritten until they are read. */
export const withFindings = (estimate: Estimate, findings: readonly Finding[]): Estimate => ({
  methodId: estimate.methodId,
  methodVersion: estimate.methodVersion,
  value: estimate.value,
  unit: estimate.unit,
  standardError: estimate.standardError,
  printed: estimate.printed,
  get workings() {
    return estimate.workings;
  },
  get errorWorkings() {
    return estimate.errorWorkings;
  },
  contributions: estimate.contributions,
  findings,
});
