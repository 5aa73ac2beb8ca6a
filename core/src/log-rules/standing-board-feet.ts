import { FORM_CLASS_HEIGHT_FT, LOG_FT } from './log-lengths.ts';
import { LOG_RULES } from './rules.ts';
import type { FormClassRule } from '../protocol/index.ts';
import { BEHRE, behreDibIn, FORM_CLASS_LIMITS, formClassBoardFeet } from './standing.ts';

/** A standing tree as the tables of board feet know it. */
export interface CruisedTree {
  /** Over bark, inches. */
  readonly dbhIn: number;
  /** 16-ft logs, halves allowed. */
  readonly logs: number;
  /** Girard form class, percent. */
  readonly formClass: number;
}

/** Board feet of a standing tree, and where they come from. */
export interface StandingBoardFeet {
  readonly boardFeet: number;
  /** What lies outside the published formula: there the logs are scaled one by one along a taper. Empty within it. */
  readonly beyond: readonly (keyof CruisedTree)[];
}

/** A half log. */
const STEP = 0.5;
/** A log with its trim, ft, and the stump below the first. */
const LOG_WITH_TRIM_FT = FORM_CLASS_HEIGHT_FT - 1;
const STUMP_FT = 1;
/** Diameter under bark at which the last log ends, inches; thin stems end at a share of their first log. */
const TOP_IN = 6;
const THICKEST_TOP_SHARE = 0.95;

const clamp = (value: number, [low, high]: readonly [number, number]): number => Math.max(low, Math.min(high, value));

/** Where the merchantable stem of so many logs ends, ft above the ground. */
const topOf = (logs: number): number => STUMP_FT + LOG_WITH_TRIM_FT * logs;

/** Height of the tree whose taper passes through its form class and through the top of its last log, ft. */
function heightFt({ dbhIn, logs, formClass }: CruisedTree): number {
  const share = Math.min(THICKEST_TOP_SHARE, TOP_IN / ((formClass / 100) * dbhIn));
  const fromTip = (BEHRE.b * share) / (1 - BEHRE.a * share);
  return (topOf(logs) - FORM_CLASS_HEIGHT_FT * fromTip) / (1 - fromTip);
}

/** Board feet of logs cut from the butt along a taper, for whole and half logs. */
function alongTaper(rule: FormClassRule, tree: CruisedTree): number {
  const { boardFeet } = LOG_RULES[rule];
  const { dbhIn, logs, formClass } = tree;
  const firstIn = (formClass / 100) * dbhIn;
  if (logs <= 1) return boardFeet(firstIn, LOG_FT) * logs;
  const of = { dbhIn, formClass, heightFt: heightFt(tree) };
  const whole = Math.floor(logs + 1e-9);
  const tops = Array.from({ length: whole - 1 }, (_, i) => behreDibIn(of, topOf(i + 2)));
  const half = logs - whole > 1e-9 ? boardFeet(behreDibIn(of, topOf(logs)), LOG_FT * (logs - whole)) : 0;
  return tops.reduce((sum, dibIn) => sum + boardFeet(dibIn, LOG_FT), boardFeet(firstIn, LOG_FT)) + half;
}

/**
 * Logs up to which the formula rises with every half log, within what its source holds. The formula is a parabola of the
 * logs, so half a log adds something up to a quarter log beyond its vertex; that moves smoothly with the dbh.
 */
function risesTo(rule: FormClassRule, dbhIn: number): number {
  const at = (logs: number): number =>
    formClassBoardFeet(rule, { dbhIn, logs, formClass: FORM_CLASS_LIMITS.formClass[1] });
  const [least, most] = FORM_CLASS_LIMITS.logs;
  const middle = (least + most) / 2;
  const half = most - middle;
  const rise = (at(most) - at(least)) / (most - least);
  const bend = (at(most) - 2 * at(middle) + at(least)) / (half * half);
  return bend < 0 ? clamp(middle - rise / bend + STEP / 2, FORM_CLASS_LIMITS.logs) : most;
}

/** By the formula as far as it rises, and by the taper for the logs above. */
function byLogs(rule: FormClassRule, tree: CruisedTree): number {
  const least = FORM_CLASS_LIMITS.logs[0];
  if (tree.logs < least) return formClassBoardFeet(rule, { ...tree, logs: least }) * (tree.logs / least);
  const last = risesTo(rule, tree.dbhIn);
  if (tree.logs <= last) return formClassBoardFeet(rule, tree);
  // More logs make a taller tree, whose lower logs are thicker as well: the difference never falls.
  const more = alongTaper(rule, tree) - alongTaper(rule, { ...tree, logs: last });
  return formClassBoardFeet(rule, { ...tree, logs: last }) + Math.max(0, more);
}

/** At the tree itself: as within the formula, times what the taper makes of a dbh or form class beyond it. */
function atTree(rule: FormClassRule, tree: CruisedTree, inside: CruisedTree): number {
  const atEdge = byLogs(rule, inside);
  const edge = alongTaper(rule, inside);
  return edge > 0 ? (atEdge * alongTaper(rule, tree)) / edge : atEdge;
}

/**
 * Board feet of a standing tree by dbh, logs and form class: by the published formula within what it holds for and as far
 * as it rises, beyond that log by log along Behre's hyperbola, fitted to the formula where the two meet. More logs, a thicker
 * stem or a higher form class never give less.
 *
 * Source: Wiant & Castaneda 1977, Mesavage and Girard's volume tables formulated; Behre 1927, Form-class taper curves.
 *
 * @param tree dbh above 0 in inches, 16-ft logs above 0, form class above 0 in percent
 * @returns board feet, 0 or more, and what lies outside the formula
 * @throws RangeError for a dbh, a number of logs or a form class that is not above 0
 * @example standingBoardFeet('scribner', { dbhIn: 32, logs: 5, formClass: 80 }).boardFeet // 1626.39
 */
export function standingBoardFeet(rule: FormClassRule, tree: CruisedTree): StandingBoardFeet {
  for (const [name, value] of Object.entries(tree))
    if (!(value > 0 && Number.isFinite(value))) throw new RangeError(`${name} must be above 0`);
  const inside: CruisedTree = {
    ...tree,
    dbhIn: clamp(tree.dbhIn, FORM_CLASS_LIMITS.dbhIn),
    formClass: clamp(tree.formClass, FORM_CLASS_LIMITS.formClass),
  };
  const last = risesTo(rule, inside.dbhIn);
  const isLogs = tree.logs > last || tree.logs < FORM_CLASS_LIMITS.logs[0];
  // Beyond the formula half a log more can come out a little lower; then the figure of fewer logs counts.
  const fewer = Array.from({ length: Math.ceil(tree.logs / STEP) }, (_, i) => tree.logs - i * STEP);
  return {
    boardFeet: Math.max(...fewer.map((logs) => atTree(rule, { ...tree, logs }, { ...inside, logs }))),
    beyond: [
      ...(inside.dbhIn === tree.dbhIn ? [] : (['dbhIn'] as const)),
      ...(isLogs ? (['logs'] as const) : []),
      ...(inside.formClass === tree.formClass ? [] : (['formClass'] as const)),
    ],
  };
}
