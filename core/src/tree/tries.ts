import type { Finding } from '../uncertainty/index.ts';
import {
  type Measure,
  type MethodDescription,
  type ReadingSpec,
  type ReadingValue,
  typicalErrorOf,
} from '../measurement/index.ts';
import { convert, printAsRead, printRounded, printStandardError, unitOf } from '../units/index.ts';
import { message } from '../message/index.ts';
import type { Reading } from './tree-record.ts';

/** A try as far as its mean is concerned. */
export type Try = Pick<Reading, 'value' | 'unit' | 'standardError' | 'excluded'>;

/** A try farther from the others than so many standard errors of one reading is pointed out. */
const FAR = 4;

/**
 * Tries as the text of a field: `122.4 122.6 (130.2)`. Those of another unit than the last name theirs; one that a person left
 * out stands in brackets.
 */
export function textOfTries(spec: ReadingSpec | undefined, tries: readonly Try[]): string {
  const own = tries.at(-1)?.unit;
  return tries
    .map(({ value, unit, excluded = false }) => {
      // A scale that counts downwards is read without a sign.
      const isBelow = spec?.countsDown === true && value < 0;
      const number = isBelow ? printAsRead(-value) : printAsRead(value, spec?.signed ?? false);
      const text = unit === own ? number : `${number} ${unitOf(unit).symbol}`;
      return excluded ? `(${text})` : text;
    })
    .join(' ');
}

/**
 * A finding whose fixes keep the tries of a reading: another sign or scale holds for each of them. Other fixes give one figure in
 * their place.
 */
export const withTriesKept = (
  finding: Finding,
  { readings: specs }: MethodDescription,
  tries: Readonly<Record<string, readonly Try[]>>,
): Finding => ({
  ...finding,
  suggestedFixes: finding.suggestedFixes.map((fix) => ({
    ...fix,
    changes: fix.changes.map((change) => {
      const spec = specs.find(({ key }) => key === change.reading);
      const own = tries[change.reading] ?? [];
      const mean = spec === undefined ? undefined : meanOfTries(spec, own);
      const value = Number(change.text.replace('−', '-'));
      const isTurned = mean !== undefined && value !== 0 && Math.abs(value + mean.value) < SAME;
      const isSame = mean !== undefined && Math.abs(value - mean.value) < SAME;
      if (own.length < 2 || change.text === '' || !(isTurned || isSame)) return change;
      const each = own.map((one) => ({ ...one, value: isTurned ? -one.value : one.value, unit: change.unit }));
      return { ...change, text: textOfTries(spec, each) };
    }),
  })),
});

/** Figures nearer to each other than this are the same, as they are printed. */
const SAME = 1e-6;

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = (sorted.length - 1) / 2;
  return ((sorted[Math.floor(middle)] ?? 0) + (sorted[Math.ceil(middle)] ?? 0)) / 2;
};

/** The tries that count, in the unit of the last one. */
function counted(tries: readonly Try[]): { readonly last: Try; readonly values: readonly number[] } | null {
  const kept = tries.filter(({ excluded = false }) => !excluded);
  const last = kept.at(-1);
  return last === undefined ? null : { last, values: kept.map(({ value, unit }) => convert(value, unit, last.unit)) };
}

/** Standard error of one try: as stated, else typical of the instrument. */
const errorOfOne = (spec: ReadingSpec, { standardError, unit }: Try): number =>
  standardError ?? typicalErrorOf(spec, unit);

/**
 * The reading that several tries make: their mean. Its standard error is that of a mean of n, √(s² ÷ n), where s is the
 * spread of the tries, and at least the error of one reading: two equal tries are no proof of a perfect instrument.
 *
 * Source: ISO/IEC Guide 98-3:2008 (GUM), 4.2.3.
 *
 * @param tries of one reading; those that a person left out do not count
 * @returns undefined where no try counts
 */
export function meanOfTries(spec: ReadingSpec, tries: readonly Try[]): ReadingValue | undefined {
  const found = counted(tries);
  if (found === null) return undefined;
  const { last, values } = found;
  const { value, unit, standardError } = last;
  const n = values.length;
  if (n === 1) return { value, unit, ...(standardError === undefined ? {} : { standardError }) };
  const mean = values.reduce((sum, each) => sum + each, 0) / n;
  const variance = values.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (n - 1);
  const spread = Math.max(Math.sqrt(variance), errorOfOne(spec, last));
  return { value: Number(mean.toFixed(6)), unit, standardError: spread / Math.sqrt(n) };
}

/** What the tries of a reading say of each other: their mean and spread, and one that is far from the others. */
export function diagnoseTries(measure: Measure, spec: ReadingSpec, tries: readonly Try[]): Finding[] {
  const found = counted(tries);
  const mean = meanOfTries(spec, tries);
  if (found === null || mean === undefined || found.values.length < 2) return [];
  const { last, values } = found;
  const { symbol } = unitOf(last.unit);
  const summary: Finding = {
    code: 'reading.tries',
    severity: 'note',
    reading: spec.key,
    title: message('tree.mean-of-tries', '{Label}: mean of {n} tries', { Label: spec.label, n: values.length }),
    message: message('tree.mean-and-spread-of-tries', 'Mean {mean} ± {error} {symbol}; tries from {low} to {high}.', {
      mean: printRounded(mean.value, 2),
      error: printStandardError(mean.standardError ?? 0),
      symbol,
      low: printAsRead(Math.min(...values)),
      high: printAsRead(Math.max(...values)),
    }),
    suggestedFixes: [],
  };
  const error = errorOfOne(spec, last);
  const offs = values.map((value, i) => Math.abs(value - median(values.filter((_, at) => at !== i))));
  const farthest = Math.max(...offs);
  // The difference of two readings has the error of both.
  if (farthest <= FAR * error * Math.SQRT2) return [summary];
  const kept = tries.filter(({ excluded = false }) => !excluded);
  const odd = kept[offs.indexOf(farthest)];
  const oddValue = values[offs.indexOf(farthest)] ?? 0;
  const isOne = values.length > 2 && odd !== undefined;
  return [
    summary,
    {
      code: 'reading.tries-apart',
      severity: 'check',
      reading: spec.key,
      title: message('tree.tries-differ', '{Label}: the tries differ', { Label: spec.label }),
      message: isOne
        ? message(
            'tree.one-try-is-far',
            '{value} {symbol} is {off} {symbol} from the others; one reading is good to ± {error} {symbol}. Read again, or exclude it.',
            {
              value: printAsRead(oddValue),
              symbol,
              off: printRounded(farthest, 2),
              error: printStandardError(error),
            },
          )
        : message(
            'tree.two-tries-are-far',
            'The two tries differ by {off} {symbol}; one reading is good to ± {error} {symbol}. Read a third time.',
            { off: printRounded(farthest, 2), symbol, error: printStandardError(error) },
          ),
      suggestedFixes: isOne
        ? [
            {
              label: message('tree.exclude-try', 'Exclude {value} {symbol}', { value: printAsRead(oddValue), symbol }),
              measure,
              changes: [
                {
                  reading: spec.key,
                  text: textOfTries(
                    spec,
                    tries.map((each) => (each === odd ? { ...each, excluded: true } : each)),
                  ),
                  unit: tries.at(-1)?.unit ?? last.unit,
                },
              ],
            },
          ]
        : [],
    },
  ];
}
