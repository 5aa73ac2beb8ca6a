import { LOG_RULES } from './rules.ts';
import type { FormClassRule, LogRuleId } from '../protocol/index.ts';
import { FORM_CLASS_HEIGHT_FT, LOG_FT } from './log-lengths.ts';

/**
 * Girard form class in percent: diameter under bark at the top of the first 16-ft log over dbh over bark.
 *
 * Source: Mesavage & Girard 1946, Tables for estimating board-foot volume of timber.
 */
export const formClassPct = (dbhIn: number, dibFirstLogIn: number): number => (100 * dibFirstLogIn) / dbhIn;

type Coefficients = readonly [number, number, number, number, number, number, number, number, number];

const WIANT: Readonly<Partial<Record<LogRuleId, Coefficients>>> = {
  doyle: [-29.37337, 41.51275, 0.55743, 2.78043, -8.77272, -0.04516, 0.04177, 0.59042, -0.01578],
  scribner: [-22.50365, 17.53508, -0.59242, 3.02988, -4.34381, -0.02302, -0.01969, 0.51593, -0.02035],
  'international-1/4': [-13.35212, 9.58615, 1.52968, 1.7962, -2.59995, -0.27465, 0.04482, 0.45997, -0.00961],
};

/** What the formulas hold for. */
export const FORM_CLASS_LIMITS = { dbhIn: [10, 40], logs: [1, 5.5], formClass: [70, 86] } as const;
const FROM_FORM_CLASS = 78;
/** A point of form class is worth this share, on the average. */
const PER_POINT = 0.03;

/**
 * Board feet of a standing tree by dbh, number of 16-ft logs and form class.
 *
 * Source: Wiant & Castaneda 1977, Mesavage and Girard's volume tables formulated; last digits to be checked against the
 * printed table.
 *
 * @param logs 16-ft logs, halves allowed
 * @returns never negative
 */
export function formClassBoardFeet(
  rule: FormClassRule,
  tree: { readonly dbhIn: number; readonly logs: number; readonly formClass: number },
): number {
  const { dbhIn: d, logs: l, formClass } = tree;
  const [c0, c1, c2, c3, c4, c5, c6, c7, c8] = WIANT[rule] ?? [0, 0, 0, 0, 0, 0, 0, 0, 0];
  const at78 = c0 + c1 * l + c2 * l * l + (c3 + c4 * l + c5 * l * l) * d + (c6 + c7 * l + c8 * l * l) * d * d;
  return Math.max(0, at78 * (1 + PER_POINT * (formClass - FROM_FORM_CLASS)));
}

/** Board feet of logs of one length, by their small ends from the butt up. */
export const logByLogBoardFeet = (rule: LogRuleId, dibsIn: readonly number[], lengthFt = LOG_FT): number =>
  dibsIn.reduce((sum, dibIn) => sum + LOG_RULES[rule].boardFeet(dibIn, lengthFt), 0);

/** Behre's hyperbola with its usual coefficients. */
export const BEHRE = { a: 0.62, b: 0.38 } as const;

/**
 * Diameter as a share of that at the reference height: y = x ÷ (a x + b).
 *
 * Source: Behre 1927, Form-class taper curves and volume tables and their application.
 *
 * @param x distance from the tip as a share of that of the reference height
 */
export const behreShare = (x: number, { a, b }: { readonly a: number; readonly b: number } = BEHRE): number =>
  x / (a * x + b);

/**
 * Height above the ground at which a tree of a form class is so thick under bark, in ft.
 *
 * @param topDibIn under bark; not above that of the first log
 */
export function behreHeightFt(
  tree: { readonly dbhIn: number; readonly formClass: number; readonly heightFt: number },
  topDibIn: number,
  { a, b }: { readonly a: number; readonly b: number } = BEHRE,
): number {
  const y = topDibIn / ((tree.formClass / 100) * tree.dbhIn);
  const x = (b * y) / (1 - a * y);
  return tree.heightFt - x * (tree.heightFt - FORM_CLASS_HEIGHT_FT);
}

/** Diameter under bark at a height of a tree of a form class, in inches; both above the first log's top. */
export function behreDibIn(
  tree: { readonly dbhIn: number; readonly formClass: number; readonly heightFt: number },
  heightFt: number,
  coefficients: { readonly a: number; readonly b: number } = BEHRE,
): number {
  const x = (tree.heightFt - heightFt) / (tree.heightFt - FORM_CLASS_HEIGHT_FT);
  return (tree.formClass / 100) * tree.dbhIn * behreShare(Math.max(0, x), coefficients);
}
