import { printAsRead, printRounded, roundTo } from '../units/index.ts';
import type { Text } from '../message/index.ts';

/** One line of arithmetic as a person writes it: `62 − (−8) = 70 %`. Every number in it can be typed in again. */
export interface Step {
  /** The left side with the numbers put in, such as `25 × 70 ÷ 100`. */
  readonly expression: string;
  /** The right side, rounded to the decimals shown. */
  readonly result: string;
  /** Symbol of the result's unit, empty for a plain number. */
  readonly unit: string;
  /** Why this is done, in a few words. */
  readonly rule: Text;
  /** Where the rule is published, or the definition it follows from. */
  readonly source: Text;
}

/** A number on its way through the workings: exact, and as it stands on the paper. */
export interface Term {
  readonly exact: number;
  readonly printed: number;
  readonly decimals: number;
}

export interface StepInput {
  readonly terms: readonly Term[];
  readonly compute: (...values: number[]) => number;
  /** Receives the printed terms, negative ones in brackets. */
  readonly write: (...texts: string[]) => string;
  /** Decimals of an intermediate result; more are shown where the final figure needs them. */
  readonly decimals: number;
  /** A final figure keeps its decimals however fine the steps before it are. */
  readonly final?: boolean;
  readonly unit: string;
  readonly rule: Text;
  readonly source: Text;
}

/** Where a method writes its arithmetic. The same calls compute with or without the writing. */
export interface Workbook {
  /** A number as it was read. */
  given(value: number): Term;
  /** A number stated without its own line, such as a rate of change, with at least so many decimals. */
  stated(value: number, decimals: number): Term;
  step(input: StepInput): Term;
}

const bracketed = (value: number, decimals: number | null): string => {
  const text = decimals === null ? printAsRead(value) : printRounded(value, decimals);
  return value < 0 ? `(${text})` : text;
};

const given = (value: number): Term => ({ exact: value, printed: value, decimals: -1 });

/** Computes only; for error propagation, where nobody reads the lines. */
export const silentWorkbook: Workbook = {
  given,
  stated: given,
  step: ({ terms, compute }) => {
    const exact = compute(...terms.map((term) => term.exact));
    return { exact, printed: exact, decimals: -1 };
  },
};

/** A workbook that writes its steps into `steps`, intermediate results with `extraDecimals` more than asked. */
function writingWorkbook(steps: Step[], extraDecimals: number): Workbook {
  return {
    given,
    stated: (value, decimals) => {
      const shown = decimals + extraDecimals;
      return { exact: value, printed: roundTo(value, shown), decimals: shown };
    },
    step: ({ terms, compute, write, decimals, final = false, unit, rule, source }) => {
      const shown = final ? decimals : decimals + extraDecimals;
      const exact = compute(...terms.map((term) => term.exact));
      const printed = roundTo(compute(...terms.map((term) => term.printed)), shown);
      const texts = terms.map((term) => bracketed(term.printed, term.decimals < 0 ? null : term.decimals));
      steps.push({ expression: write(...texts), result: printRounded(printed, shown), unit, rule, source });
      return { exact, printed, decimals: shown };
    },
  };
}

const MOST_EXTRA_DECIMALS = 8;

/** A computation that was worked out, whose lines are written when somebody reads them. */
export interface WorkedOut {
  readonly term: Term;
  readonly steps: readonly Step[];
}

/**
 * Runs a computation and writes its workings so that whoever redoes them with the numbers as printed arrives at the
 * printed result: intermediate results get as many decimals as that takes.
 *
 * @param build writes the steps; its last must be marked `final`
 * @returns the exact value and the lines, which are not written before they are read: most never are
 */
export function workOut(build: (book: Workbook) => Term): WorkedOut {
  let written: readonly Step[] | null = null;
  return {
    term: build(silentWorkbook),
    get steps() {
      written ??= writeSteps(build);
      return written;
    },
  };
}

function writeSteps(build: (book: Workbook) => Term): readonly Step[] {
  for (let extra = 0; ; extra += 1) {
    const steps: Step[] = [];
    const term = build(writingWorkbook(steps, extra));
    if (term.printed === roundTo(term.exact, Math.max(0, term.decimals)) || extra === MOST_EXTRA_DECIMALS) return steps;
  }
}
