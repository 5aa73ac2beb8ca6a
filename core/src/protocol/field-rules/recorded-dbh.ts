import { type Estimate, type StepInput, type Term, type Workbook, workOut } from '../../uncertainty/index.ts';
import { convert, printAsRead, printRounded, printStandardError, unitOf, type UnitSystem } from '../../units/index.ts';
import { classWidth, downTo } from './classes.ts';
import type { FieldRules } from './field-rules.ts';
import { message, type Text } from '../../message/index.ts';

/** The rules that turn a diameter into the figure on record. */
type RecordingRules = Pick<FieldRules, 'rounding' | 'classes'>;

/** A dbh as the rules write it down. */
export interface RecordedDbh {
  readonly value: number;
  readonly unit: 'cm' | 'in';
  readonly printed: string;
  /** What was done, with its numbers: `34.7 cm down to 34 cm, class of 2 cm`. */
  readonly words: Text;
}

/**
 * The dbh that a survey's rounding rule puts on record: basal area, volume and class are computed from it. The reading
 * stays as it was read, and decides whether a tree is in. A stem below the first class is recorded as read.
 *
 * @param dbhCm above 0
 */
export function recordedDbh(dbhCm: number, { rounding, classes }: RecordingRules, system: UnitSystem): RecordedDbh {
  const own = system === 'metric' ? 'cm' : 'in';
  const exact = convert(dbhCm, 'cm', own);
  const read = `${printRounded(exact, 1)} ${own}`;
  switch (rounding) {
    case 'down-to-class': {
      const { width, unit } = classWidth(classes.width);
      const value = downTo(convert(dbhCm, 'cm', unit), width);
      if (value === 0) return recordedDbh(dbhCm, { rounding: 'to-graduation', classes }, system);
      const printed = printAsRead(value);
      return {
        value,
        unit: unit === 'in' ? 'in' : 'cm',
        printed,
        words: message(
          'protocol.down-to-in-classes-of',
          '{read} down to {printed} {unit}, in classes of {width} {unit2}',
          { read, printed, unit, width: printAsRead(width), unit2: unit },
        ),
      };
    }
    case 'to-graduation': {
      // The readings have been taken to the graduation: what follows from them is not rounded again.
      const printed = printRounded(exact, 1);
      return {
        value: exact,
        unit: own,
        printed,
        words: message('protocol.to-the-graduation-of-the', '{printed} {own}, to the graduation of the instrument', {
          printed,
          own,
        }),
      };
    }
    case 'girth-up': {
      const girth = Math.ceil(Number((Math.PI * exact).toPrecision(9)));
      const value = girth / Math.PI;
      const printed = printRounded(value, 1);
      return {
        value,
        unit: own,
        printed,
        words: message('protocol.girth-up-to', 'girth {pi} up to {girth} {own}: {printed} {own2}', {
          pi: printRounded(Math.PI * exact, 1),
          girth: printAsRead(girth),
          own,
          printed,
          own2: own,
        }),
      };
    }
  }
}

const SOURCE = 'field rules of the survey';

/** The line that takes a diameter to the figure on record, in the unit of the result. */
function recordingStep(exact: number, { rounding, classes }: RecordingRules, own: 'cm' | 'in', book: Workbook): Term {
  const last = { decimals: 1, final: true, unit: own, source: SOURCE } as const;
  const step = (input: Omit<StepInput, keyof typeof last>): Term => book.step({ ...input, ...last });
  const { width, unit } = classWidth(classes.width);
  if (rounding === 'down-to-class') {
    const classCm = convert(width, unit, own);
    return step({
      terms: [book.given(Math.round(downTo(exact, classCm) / classCm)), book.given(classCm)],
      compute: (count = 0, size = 0) => count * size,
      write: (count = '', size = '') => `${count} × ${size}`,
      rule: message('protocol.recorded-down-to-the-class', 'recorded down to the class of {width} {symbol}', {
        width: printAsRead(width),
        symbol: unitOf(unit).symbol,
      }),
    });
  }
  return step({
    terms: [book.given(Math.ceil(Number((Math.PI * exact).toPrecision(9))))],
    compute: (girth = 0) => girth / Math.PI,
    write: (girth = '') => `${girth} ÷ π`,
    rule: message('protocol.recorded-with-the-girth-up', 'recorded with the girth up to the next {own}', { own }),
  });
}

/**
 * A measured dbh as the figure on record, with the rule as the last line of its workings. Its ± stays that of the
 * measurement.
 *
 * @param dbh in cm, from a method or from several stems
 * @returns the estimate of the recorded dbh, in cm
 */
export function recordedEstimate(dbh: Estimate, rules: RecordingRules, system: UnitSystem): Estimate {
  const own = system === 'metric' ? 'cm' : 'in';
  const recorded = recordedDbh(dbh.value, rules, system);
  const value = convert(recorded.value, recorded.unit, 'cm');
  if (Math.abs(value - dbh.value) <= 1e-9 * dbh.value) return dbh;
  const exact = convert(dbh.value, 'cm', own);
  const worked = workOut((book) => recordingStep(exact, rules, own, book));
  return Object.defineProperties({} as Estimate, {
    ...Object.getOwnPropertyDescriptors(dbh),
    value: { value, enumerable: true },
    printed: {
      value: {
        value: printRounded(convert(value, 'cm', own), 1),
        standardError: printStandardError(convert(dbh.standardError, 'cm', own)),
        unit: own,
      },
      enumerable: true,
    },
    workings: { get: () => [...dbh.workings, ...worked.steps], enumerable: true },
  });
}
