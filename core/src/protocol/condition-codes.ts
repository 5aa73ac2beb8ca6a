/** Words of a survey for the state of a tree, called out as they stand: `dead`, `brk`. */
export interface ConditionCode {
  /** Two to eight small letters. */
  readonly code: string;
  readonly words: string;
  /** Whether a tree with the code is dead; that of the common code of the same name where left out, else live. */
  readonly condition?: Condition | undefined;
  /** Product that a tree with the code belongs to, whatever its dbh: a large but crooked stem is pulpwood. */
  readonly product?: string | undefined;
}

export const CONDITIONS = ['live', 'dead'] as const;

export type Condition = (typeof CONDITIONS)[number];

/** Most condition codes of a survey, and the longest words of one. */
export const CONDITION_LIMITS = { codes: 40, words: 60 } as const;

export const CONDITION_CODE = /^[a-z]{2,8}$/;

/** The code that always means a broken top, whatever a survey calls it. */
export const BROKEN_CODE = 'brk';

/** Codes that a survey begins with. */
export const COMMON_CONDITIONS: readonly ConditionCode[] = [
  { code: 'dead', words: 'dead, standing', condition: 'dead' },
  { code: BROKEN_CODE, words: 'top broken' },
  { code: 'lean', words: 'leaning' },
  { code: 'rot', words: 'rot seen' },
  { code: 'ivy', words: 'climber on the stem' },
  { code: 'nest', words: 'nest or hollow: keep' },
];

/** Crown classes of Kraft's kind, as codes that a survey may take over. */
export const CROWN_CLASS_CODES: readonly ConditionCode[] = [
  { code: 'cdom', words: 'crown dominant: above the canopy' },
  { code: 'ccod', words: 'crown codominant: in the canopy' },
  { code: 'cint', words: 'crown intermediate: squeezed between others' },
  { code: 'csup', words: 'crown overtopped' },
];

/** Grades of the butt log, as codes that a survey may take over. */
export const STEM_QUALITY_CODES: readonly ConditionCode[] = [
  { code: 'qa', words: 'butt log straight, no knots or defects' },
  { code: 'qb', words: 'butt log with small knots or slight sweep' },
  { code: 'qc', words: 'butt log with large knots, sweep or crook' },
  { code: 'qd', words: 'no sawlog: rot or strong defects' },
];

/** Whether a tree with this code is live or dead. */
export const conditionOf = ({ code, condition }: Pick<ConditionCode, 'code' | 'condition'>): Condition =>
  condition ?? COMMON_CONDITIONS.find((common) => common.code === code)?.condition ?? 'live';

/** Products of trees by the codes of a survey that name one. */
export const productsByCode = (conditions: readonly ConditionCode[]): ReadonlyMap<string, string> =>
  new Map(conditions.flatMap(({ code, product }) => (product === undefined ? [] : [[code, product] as const])));

/** The codes of a survey that mark a dead tree. */
export const deadCodes = (conditions: readonly ConditionCode[]): ReadonlySet<string> =>
  new Set(conditions.filter((each) => conditionOf(each) === 'dead').map(({ code }) => code));
