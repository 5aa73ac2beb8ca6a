import type { FormClassRule } from '../protocol/index.ts';
import { FORM_CLASS_LIMITS } from './standing.ts';
import { standingBoardFeet } from './standing-board-feet.ts';

/** Board feet of standing trees, one row for each dbh and one column for each number of logs. */
export interface BoardFeetTable {
  readonly rule: FormClassRule;
  readonly formClass: number;
  /** 16-ft logs, halves allowed. */
  readonly logs: readonly number[];
  readonly rows: readonly {
    readonly dbhIn: number;
    readonly boardFeet: readonly number[];
    /** Of each figure, whether its last logs are scaled along a taper: the formula ends or falls there. */
    readonly isByTaper: readonly boolean[];
  }[];
}

const STEP_LOGS = 0.5;
const MOST_LOGS = 6;
const STEP_IN = 2;

/**
 * A table to print for the pocket, by dbh and number of 16-ft logs, to whole board feet.
 *
 * @param formClass within `FORM_CLASS_LIMITS`
 * @throws RangeError for another one
 */
export function boardFeetTable(rule: FormClassRule, formClass: number): BoardFeetTable {
  const { formClass: classes, dbhIn, logs } = FORM_CLASS_LIMITS;
  const [least, most] = classes;
  if (!(formClass >= least && formClass <= most))
    throw new RangeError(`form class must lie between ${String(least)} and ${String(most)}`);
  const counts = Array.from({ length: (MOST_LOGS - logs[0]) / STEP_LOGS + 1 }, (_, i) => logs[0] + i * STEP_LOGS);
  const diameters = Array.from({ length: (dbhIn[1] - dbhIn[0]) / STEP_IN + 1 }, (_, i) => dbhIn[0] + i * STEP_IN);
  return {
    rule,
    formClass,
    logs: counts,
    rows: diameters.map((dbh) => {
      const cells = counts.map((count) => standingBoardFeet(rule, { dbhIn: dbh, logs: count, formClass }));
      return {
        dbhIn: dbh,
        boardFeet: cells.map(({ boardFeet }) => Math.round(boardFeet)),
        isByTaper: cells.map(({ beyond }) => beyond.length > 0),
      };
    }),
  };
}
