import type { LogRuleId } from '../protocol/index.ts';
import { message, type Text } from '../message/index.ts';

/** How sure the coefficients of a rule are: as printed and derived anew, or from a table that one should look up. */
export type Confidence = 'high' | 'medium';

/** A log as a board-foot rule sees it: diameter under bark at the small end in inches, length in feet. */
export interface LogRule {
  readonly name: Text;
  /** What kind of rule it is, in a few words. */
  readonly words: Text;
  /** Board feet before the rule's own rounding. Never negative: below its least diameter a log has none. */
  readonly boardFeet: (dibIn: number, lengthFt: number) => number;
  /** To how many board feet the rule is read. */
  readonly roundedTo: number;
  /** Diameters for which it gives wood, in inches. */
  readonly fromIn: number;
  readonly upToIn: number;
  /** How it goes on above its last diameter, where that is otherwise than below. */
  readonly above?: Text;
  readonly confidence: Confidence;
  readonly source: string;
}

const FREESE = 'Freese 1974, A collection of log rules, USDA Forest Service FPL-GTR-1';

/** Below 4 in the square would rise again: there Doyle has nothing. */
const doyle = (dibIn: number, lengthFt: number): number => (dibIn <= 4 ? 0 : ((dibIn - 4) / 4) ** 2 * lengthFt);

const scribner = (dibIn: number, lengthFt: number): number =>
  Math.max(0, ((0.79 * dibIn * dibIn - 2 * dibIn - 4) * lengthFt) / 16);

/** Factors of the Decimal C table in board feet a foot, from 12 in on; shorter ones by length below that. */
const DECIMAL_C_FROM_12 = [
  4.9, 6.043, 7.14, 8.88, 10, 11.528, 13.29, 14.99, 17.499, 18.99, 20.88, 23.51, 25.218, 28.677, 31.249, 34.22, 36.376,
  38.04, 41.06, 44.376, 45.975,
] as const;
const DECIMAL_C_LAST_IN = 12 + DECIMAL_C_FROM_12.length - 1;
const DECIMAL_C_FROM_6: readonly { readonly upToFt: number; readonly factors: readonly number[] }[] = [
  { upToFt: 16, factors: [1.16, 1.4, 1.501, 2.084, 3.126, 3.749] },
  { upToFt: 32, factors: [1.249, 1.608, 1.854, 2.41, 3.542, 4.167] },
  { upToFt: Infinity, factors: [1.57, 1.8, 2.2, 2.9, 3.815, 4.499] },
];

/** The table ends at 32 in; above that the formula that it was made from goes on. */
function decimalC(dibIn: number, lengthFt: number): number {
  const inches = Math.round(dibIn);
  if (inches > DECIMAL_C_LAST_IN) return scribner(inches, lengthFt);
  const short = DECIMAL_C_FROM_6.find(({ upToFt }) => lengthFt < upToFt)?.factors[inches - 6];
  return (inches < 12 ? (short ?? 0) : (DECIMAL_C_FROM_12[inches - 12] ?? 0)) * lengthFt;
}

/** A quarter inch of kerf leaves this of what an eighth leaves: (1 + 1/8 + 1/16) ÷ (1 + 1/4 + 1/16). */
const QUARTER_OF_EIGHTH = 1.1875 / 1.3125;

/**
 * The 4-ft section that the International rule is built from.
 *
 * @param kerf width of the saw's cut
 */
export const internationalSection = (dibIn: number, kerf: '1/8' | '1/4'): number =>
  Math.max(0, 0.22 * dibIn * dibIn - 0.71 * dibIn) * (kerf === '1/8' ? 1 : QUARTER_OF_EIGHTH);

/** The rule at 1/4 in as it is printed for the lengths that are cut most, its coefficients rounded. */
const CLOSED_FORMS = {
  8: [0.398, 1.086, 0.27],
  12: [0.597, 1.33, 0.715],
  16: [0.796, 1.375, 1.23],
  20: [0.995, 1.221, 1.719],
} as const;

/** International 1/4 in by the printed formula of a length; it differs from the rule itself by its rounding. */
export function internationalClosedForm(dibIn: number, lengthFt: keyof typeof CLOSED_FORMS): number {
  const [squared, once, less] = CLOSED_FORMS[lengthFt];
  return Math.max(0, squared * dibIn * dibIn - once * dibIn - less);
}

const international8 = (d: number, l: number): number =>
  Math.max(
    0,
    0.055 * l * d * d +
      0.006875 * l * l * d -
      0.205 * l * d +
      0.000286458 * l ** 3 -
      0.0128125 * l * l +
      0.04666667 * l,
  );

const international4 = (d: number, l: number): number =>
  Math.max(
    0,
    0.04976191 * l * d * d +
      0.006220239 * l * l * d -
      0.1854762 * l * d +
      0.0002591767 * l ** 3 -
      0.01159226 * l * l +
      0.04222222 * l,
  );

/** Board-foot rules, in the order in which they are offered. */
export const LOG_RULES = {
  'international-1/4': {
    name: 'International 1/4 in',
    words: message('log-rules.rules.words', 'taper ½ in in 4 ft, kerf ¼ in'),
    boardFeet: international4,
    roundedTo: 5,
    fromIn: 3.5,
    upToIn: 60,
    confidence: 'high',
    source: `${FREESE}; general length after Grosenbaugh 1952, Shortcuts for cruisers and scalers`,
  },
  'international-1/8': {
    name: 'International 1/8 in',
    words: message('log-rules.rules.taper-in-in-4-ft', 'taper ½ in in 4 ft, kerf ⅛ in'),
    boardFeet: international8,
    roundedTo: 5,
    fromIn: 3.5,
    upToIn: 60,
    confidence: 'high',
    source: `${FREESE}; Clark 1906, Measurement of sawlogs`,
  },
  scribner: {
    name: message('log-rules.rules.name', 'Scribner (formula)'),
    words: message('log-rules.rules.smoothed-diagram-rule-no-taper', 'smoothed diagram rule, no taper'),
    boardFeet: scribner,
    roundedTo: 1,
    fromIn: 3.9,
    upToIn: 60,
    confidence: 'high',
    source: `${FREESE}; formula of Bruce and Schumacher 1950`,
  },
  'scribner-decimal-c': {
    name: message('log-rules.rules.scribner-decimal-c', 'Scribner Decimal C'),
    words: message('log-rules.rules.table-whole-inches-rounded-to', 'table, whole inches, rounded to ten board feet'),
    boardFeet: decimalC,
    roundedTo: 10,
    // Whole inches: a log of 5.5 in is read as 6 in.
    fromIn: 5.5,
    upToIn: DECIMAL_C_LAST_IN,
    above: message('log-rules.rules.above', 'the Scribner formula applies'),
    confidence: 'medium',
    source: `${FREESE}; check against your local table`,
  },
  doyle: {
    name: 'Doyle',
    words: message('log-rules.rules.4-in-slab-deduction-low', '4 in slab deduction: low for small logs'),
    boardFeet: doyle,
    roundedTo: 1,
    fromIn: 4,
    upToIn: 60,
    confidence: 'high',
    source: FREESE,
  },
  'british-columbia': {
    name: message('log-rules.rules.british-columbia', 'British Columbia'),
    words: message('log-rules.rules.1-in-deduction-8-11', '1½ in deduction, 8/11 of the rest'),
    boardFeet: (d, l) => (d <= 1.5 ? 0 : ((d - 1.5) ** 2 * (Math.PI / 4) * (8 / 11) * l) / 12),
    roundedTo: 1,
    fromIn: 1.5,
    upToIn: 60,
    confidence: 'medium',
    source: `${FREESE}; check against your local table`,
  },
  vermont: {
    name: 'Vermont',
    words: message('log-rules.rules.boards-in-the-square-within', 'boards in the square within the circle, no kerf'),
    boardFeet: (d, l) => (d * d * l) / 24,
    roundedTo: 1,
    fromIn: 0,
    upToIn: 60,
    confidence: 'medium',
    source: `${FREESE}; check against your local table`,
  },
  constantine: {
    name: message('log-rules.rules.constantine-solid-wood', 'Constantine (solid wood)'),
    words: message('log-rules.rules.whole-cylinder-no-deduction', 'whole cylinder, no deduction'),
    boardFeet: (d, l) => ((Math.PI / 4) * d * d * l) / 12,
    roundedTo: 1,
    fromIn: 0,
    upToIn: 60,
    confidence: 'medium',
    source: `${FREESE}; check against your local table`,
  },
} as const satisfies Record<LogRuleId, LogRule>;

/** Board feet of a log as the rule is read: rounded to its own step. */
export function scaledBoardFeet(id: LogRuleId, dibIn: number, lengthFt: number): number {
  const { boardFeet, roundedTo } = LOG_RULES[id];
  return Math.round(boardFeet(dibIn, lengthFt) / roundedTo) * roundedTo;
}

const USUAL_LOG_FT = 16;

/** Why a rule says little or nothing of a log, in words; null where it may be used as it is. */
export function ruleDoubt(id: LogRuleId, dibIn: number): Text | null {
  const { name, fromIn, upToIn, above, confidence, boardFeet }: LogRule = LOG_RULES[id];
  if (boardFeet(dibIn, USUAL_LOG_FT) === 0)
    return message(
      'log-rules.gives-no-volume-for-a',
      '{name} gives no volume for a log with a small end of {dibIn} in; the smallest is {fromIn} in.',
      { name, dibIn: String(dibIn), fromIn: String(fromIn) },
    );
  if (dibIn > upToIn)
    return message(
      'log-rules.ends-at-in-above-it',
      '{above, select, none {{name} ends at {upToIn} in; beyond it the formula is not tested.} other {{name} ends at {upToIn} in; above it {above}.}}',
      { name, upToIn: String(upToIn), above: above ?? 'none' },
    );
  return confidence === 'medium'
    ? message('log-rules.check-against-your-local-table', '{name}: check against your local table.', { name })
    : null;
}

/**
 * Small-end diameter at which two rules give the same, in inches; null where they do not cross.
 *
 * @param between diameters to look between, in inches
 */
export function crossoverIn(
  a: LogRuleId,
  b: LogRuleId,
  lengthFt: number,
  between: readonly [number, number],
): number | null {
  const difference = (dibIn: number): number =>
    LOG_RULES[a].boardFeet(dibIn, lengthFt) - LOG_RULES[b].boardFeet(dibIn, lengthFt);
  let [low, high] = between;
  const sign = Math.sign(difference(low));
  if (sign === 0 || sign === Math.sign(difference(high))) return null;
  for (let round = 0; round < 80; round += 1) {
    const middle = (low + high) / 2;
    if (Math.sign(difference(middle)) === sign) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** How much more was sawn, or another rule gives, than a scale said, in percent. */
export const overrunPct = (tallyBf: number, scaleBf: number): number => (100 * (tallyBf - scaleBf)) / scaleBf;
