import { t } from '../../messages/text.ts';

/** What a single field may hold, as JSON Schema says it: the same for server, form and API document. */
export type FieldRule =
  | { readonly type: 'string'; readonly format: 'line'; readonly minLength: 1; readonly maxLength: number }
  | { readonly type: 'string'; readonly format: 'date' | 'date-time' }
  | { readonly type: 'string'; readonly pattern: string; readonly description: string }
  | {
      readonly type: 'number' | 'integer';
      readonly minimum: number;
      readonly maximum: number;
      readonly 'x-unit'?: string;
    };

// Letters, marks, digits, punctuation and plain spaces of any script; no control characters.
const PLAIN = /^[\p{L}\p{M}\p{N}\p{P}\p{S}\p{Zs}]+$/u;
const MOMENT = /^(19|20|21)\d\d-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,6})?)?(Z|[+-]\d\d:\d\d)$/;
const DAY = /^(19|20|21)\d\d-\d\d-\d\d$/;

const isRealDay = (text: string): boolean => {
  const day = new Date(`${text.slice(0, 10)}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().slice(0, 10) === text.slice(0, 10);
};

const followsTextRule = (rule: Extract<FieldRule, { readonly type: 'string' }>, text: string): boolean => {
  if ('pattern' in rule) return new RegExp(rule.pattern, 'u').test(text);
  switch (rule.format) {
    case 'line':
      return text.trim() !== '' && text.length <= rule.maxLength && PLAIN.test(text);
    case 'date':
      return DAY.test(text) && isRealDay(text);
    case 'date-time':
      return MOMENT.test(text) && !Number.isNaN(Date.parse(text)) && isRealDay(text);
  }
};

/**
 * Whether a value follows a rule. Numbers must be finite and may equal the limits.
 *
 * @example followsRule({ type: 'number', minimum: 0.5, maximum: 2.5 }, 1.6) // true
 */
export function followsRule(rule: FieldRule, value: unknown): boolean {
  if (rule.type === 'string') return typeof value === 'string' && followsTextRule(rule, value);
  return (
    typeof value === 'number' &&
    Number.isFinite(value) &&
    value >= rule.minimum &&
    value <= rule.maximum &&
    (rule.type === 'number' || Number.isInteger(value))
  );
}

/**
 * What a field must be, as the end of a sentence that begins with the field’s name.
 *
 * @example ruleText({ type: 'number', minimum: 0.5, maximum: 2.5, 'x-unit': 'm' }) // must be a number from 0.5 to 2.5 m
 */
export function ruleText(rule: FieldRule): string {
  if (rule.type !== 'string') {
    const { minimum, maximum, 'x-unit': unit } = rule;
    const number =
      rule.type === 'integer' ? t('contracts.whole-number', 'whole number') : t('contracts.number', 'number');
    return t('contracts.must-be-a-from-to', 'must be a {number} from {minimum} to {maximum}{value}', {
      number,
      minimum: String(minimum),
      maximum: String(maximum),
      value: unit === undefined ? '' : ` ${unit}`,
    });
  }
  if ('pattern' in rule) return t('contracts.must-be', 'must be {description}', { description: rule.description });
  switch (rule.format) {
    case 'line':
      return t('contracts.must-be-one-line-of', 'must be one line of 1 to {maxLength} characters', {
        maxLength: String(rule.maxLength),
      });
    case 'date':
      return t('contracts.must-be-a-date-such', 'must be a date, such as 2026-06-03');
    case 'date-time':
      return t('contracts.must-be-a-date-and', 'must be a date and time with time zone, such as 2026-06-03T09:15:00Z');
  }
}

/** The unit in which a field shows its value, where that is not the unit of the rule. */
export interface ShownUnit {
  readonly symbol: string;
  /** From the unit of the rule. */
  readonly convert: (value: number) => number;
}

const SHOWN_DIGITS = 3;

/** A limit in three digits or whole units, rounded inwards: what the sentence names is always allowed. */
function shownLimit(limit: number, inwards: 'up' | 'down'): number {
  if (limit === 0) return 0;
  const decimals = Math.max(0, SHOWN_DIGITS - 1 - Math.floor(Math.log10(Math.abs(limit))));
  const scale = 10 ** decimals;
  // The product first loses the noise of a conversion, so that 3 stays 3.
  const steps = Number((limit * scale).toPrecision(12));
  return (inwards === 'up' ? Math.ceil(steps) : Math.floor(steps)) / scale;
}

const limitsIn = (rule: FieldRule, { symbol, convert }: ShownUnit): FieldRule =>
  rule.type === 'string'
    ? rule
    : {
        ...rule,
        minimum: shownLimit(convert(rule.minimum), 'up'),
        maximum: shownLimit(convert(rule.maximum), 'down'),
        'x-unit': symbol,
      };

/**
 * What is wrong with a field, as a sentence; null where its value follows the rule.
 *
 * @param label the field as a sentence begins with it
 * @param value in the unit of the rule
 * @param shown the unit that the field shows, for the limits in the sentence
 *
 * @example fieldProblem('The area', { type: 'number', minimum: 1, maximum: 9, 'x-unit': 'm²' }, 0)
 * // The area must be a number from 1 to 9 m².
 */
export const fieldProblem = (label: string, rule: FieldRule, value: unknown, shown?: ShownUnit): string | null =>
  followsRule(rule, value)
    ? null
    : t('contracts.field-problem', '{label} {problem}.', {
        label,
        problem: ruleText(shown === undefined ? rule : limitsIn(rule, shown)),
      });

/** The rules of a contract’s fields, by field. */
export type RuleTable = Readonly<Record<string, FieldRule>>;
