import { type Estimate, propagate, type Term, type Workbook, workOut } from '../uncertainty/index.ts';
import { convert, printRounded, printStandardError, type UnitSystem } from '../units/index.ts';
import { combineStems, STEMS_RULES, type StemsRule } from './several-stems.ts';
import { message } from '../message/index.ts';

type OneFigure = Exclude<StemsRule, 'kept-apart'>;
type Write = (stems: readonly string[]) => string;

const listed = (stems: readonly string[]): string => stems.join(' + ');

/** The arithmetic of each rule as a person writes it. The largest stem is written by itself. */
const WRITE: Record<Exclude<OneFigure, 'largest' | 'largest-plus-half'>, Write> = {
  'root-sum-of-squares': (stems) => `√(${stems.map((d) => `${d}²`).join(' + ')})`,
  'root-n-mean': (stems) => `√${stems.length} × (${listed(stems)}) ÷ ${stems.length}`,
  'arithmetic-mean': (stems) => `(${listed(stems)}) ÷ ${stems.length}`,
  'plain-sum': listed,
};

const SOURCE = 'BS 5837:2012 for the root of the sum of squares; the other rules are local';

function written(stems: readonly Term[], rule: OneFigure, book: Workbook, unit: string): Term {
  const common = { decimals: 1, final: true, unit, rule: STEMS_RULES[rule].name, source: SOURCE };
  if (rule === 'largest' || rule === 'largest-plus-half') {
    const sorted = [...stems].sort((a, b) => b.exact - a.exact);
    const [largest, ...rest] = sorted;
    if (largest === undefined) throw new RangeError('no stems');
    if (rule === 'largest')
      return book.step({ ...common, terms: [largest], compute: (d = 0) => d, write: (d = '') => d });
    return book.step({
      ...common,
      terms: [largest, ...rest],
      compute: (d = 0, ...others) => d + others.reduce((sum, each) => sum + each, 0) / 2,
      write: (d = '', ...others) => `${d} + (${listed(others)}) ÷ 2`,
    });
  }
  return book.step({
    ...common,
    terms: stems,
    compute: (...values) => combineStems(values, rule).diametersCm[0] ?? 0,
    write: (...texts) => WRITE[rule](texts),
  });
}

/**
 * The one dbh that a rule makes of several stems, with its ± and its workings.
 *
 * @param stems estimates in cm, two or more
 * @throws RangeError for no stems
 */
export function combinedDbh(stems: readonly Estimate[], rule: OneFigure, system: UnitSystem): Estimate {
  const unit = system === 'metric' ? 'cm' : 'in';
  const worked = workOut((book) =>
    written(
      stems.map(({ value }) => book.stated(convert(value, 'cm', unit), 1)),
      rule,
      book,
      unit,
    ),
  );
  const spread = propagate((values) => combineStems(values, rule).diametersCm[0] ?? 0, stems);
  return {
    methodId: `diameter.several-stems.${rule}`,
    methodVersion: 1,
    value:
      combineStems(
        stems.map(({ value }) => value),
        rule,
      ).diametersCm[0] ?? 0,
    unit: 'cm',
    standardError: spread.standardError,
    printed: {
      value: printRounded(worked.term.exact, 1),
      standardError: printStandardError(convert(spread.standardError, 'cm', unit)),
      unit,
    },
    get workings() {
      return worked.steps;
    },
    errorWorkings: [],
    contributions: stems.map(({ standardError }, i) => ({
      reading: null,
      label: message('diameter.stem', 'stem {i}', { i: i + 1 }),
      readingStandardError: standardError,
      readingUnit: 'cm',
      effect: spread.parts[i]?.effect ?? 0,
    })),
    findings: [],
  };
}
