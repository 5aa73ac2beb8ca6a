import {
  type Contribution,
  type Finding,
  type Outcome,
  propagate,
  type Propagated,
  silentWorkbook,
  type Step,
  workOut,
} from '../uncertainty/index.ts';
import {
  convert,
  printAsRead,
  printRounded,
  printStandardError,
  roundTo,
  type UnitId,
  unitOf,
} from '../units/index.ts';
import { checkReadings } from './check-readings.ts';
import {
  type Method,
  type MethodContext,
  type MethodDescription,
  type Readings,
  type ReadingSpec,
  type ReadingValue,
  RESULTS,
  resultUnit,
  type StemError,
} from './description.ts';
import { readingOf } from './reading-of.ts';
import { message } from '../message/index.ts';

const GUM = 'ISO/IEC Guide 98-3:2008 (GUM), 5.1.2';
/** Above this share the curvature of the relation makes the first-order ± too small to be passed on silently. */
const ROUGH_ABOVE = 0.03;

/**
 * Evaluates a method: checks the readings, computes with workings, propagates the errors, diagnoses possible errors.
 *
 * @param method from the registry
 * @param readings by the keys of the method
 * @param context units of the printed result, and what is known of the tree: dbh in cm, height in m
 * @returns an estimate in canonical unit (m for heights, cm for diameters), or the findings that stop it
 * @example evaluate(findMethod('diameter.tape'), { diameter: { value: 34.5, unit: 'cm' } }, { unitSystem: 'metric' }).ok // true
 */
export function evaluate(method: Method, readings: Readings, context: MethodContext): Outcome {
  const { description } = method;
  const stops = checkReadings(description, readings);
  if (stops.length > 0) return { ok: false, findings: stops };

  const all = withFixed(description, readings);
  const result = resultUnit(description.measure, context.unitSystem);
  const canonical = RESULTS[description.measure].canonical;
  const toCanonical = (value: number) => convert(value, result.unit, canonical);
  const print = (value: number) =>
    `${printRounded(convert(value, canonical, result.unit), result.decimals)} ${result.unit}`;
  const recompute = (changed: Readings) =>
    toCanonical(method.compute({ ...all, ...changed }, silentWorkbook, context).exact);

  const worked = workOut((book) => method.compute(all, book, context));
  const { term } = worked;
  const value = toCanonical(term.exact);
  const diagnosed = method.diagnose({ readings, context, value, recompute, print });
  const stopping = diagnosed.filter((finding) => finding.severity === 'stop');
  if (stopping.length > 0 || !Number.isFinite(value)) return { ok: false, findings: diagnosed };

  const fixed = description.fixed ?? [];
  const specs = [...description.readings, ...fixed];
  const readingErrors = [
    ...description.readings.map(({ key }) => fourDigits(standardErrorOf(method, key, readingOf(readings, key)))),
    ...fixed.map(({ standardError }) => standardError),
  ];
  const inputs = specs.map((spec, i) => ({
    value: readingOf(all, spec.key).value,
    standardError: readingErrors[i] ?? 0,
  }));
  // The same readings for every computation, each with the value that propagation asks for.
  const moving = specs.map(({ key }) => ({ key, reading: { ...readingOf(all, key) } }));
  const moved = Object.fromEntries(moving.map(({ key, reading }) => [key, reading]));
  const inResultUnit = (values: readonly number[]) => {
    moving.forEach(({ reading }, i) => {
      reading.value = values[i] ?? 0;
    });
    return method.compute(moved, silentWorkbook, context).exact;
  };
  const spread = propagate(inResultUnit, inputs);
  const fromReadings = specs.map((spec, i): Contribution => ({
    reading: i < description.readings.length ? spec.key : null,
    label: spec.label,
    readingStandardError: readingErrors[i] ?? 0,
    readingUnit: readingOf(all, spec.key).unit,
    effect: toCanonical(spread.parts[i]?.effect ?? 0),
  }));
  const stemErrors = description.stemErrors ?? [];
  const fromStem = stemErrors.map(({ share, label }): Contribution => ({
    reading: null,
    label,
    readingStandardError: share,
    readingUnit: 'one',
    effect: share * Math.abs(value),
  }));
  const standardError = Math.hypot(spread.standardError, ...stemErrors.map(({ share }) => share * term.exact));
  let errorLines: readonly Step[] | null = null;
  return {
    ok: true,
    estimate: {
      methodId: description.id,
      methodVersion: description.version,
      value,
      unit: canonical,
      standardError: toCanonical(standardError),
      printed: {
        value: printRounded(term.exact, result.decimals),
        standardError: printStandardError(standardError),
        unit: result.unit,
      },
      // Written when somebody reads them: of a hundred thousand trees nobody reads more than a few.
      get workings() {
        return worked.steps;
      },
      get errorWorkings() {
        errorLines ??= errorSteps(spread, fromReadings, stemErrors, {
          value: term.exact,
          standardError,
          decimals: result.decimals,
          unit: unitOf(result.unit).symbol,
        });
        return errorLines;
      },
      contributions: [...fromReadings, ...fromStem],
      findings: spread.curvature > ROUGH_ABOVE ? [...diagnosed, roughError(spread.curvature)] : diagnosed,
    },
  };
}

/** The readings with those that the method fixes. */
export const withFixed = ({ fixed = [] }: MethodDescription, readings: Readings): Readings =>
  fixed.length === 0
    ? readings
    : { ...readings, ...Object.fromEntries(fixed.map(({ key, value, unit }) => [key, { value, unit }])) };

/** An error as the workings write it; nobody knows more digits of one. */
const fourDigits = (value: number): number =>
  value === 0 ? 0 : roundTo(value, Math.max(0, 3 - Math.floor(Math.log10(value))));

/** Standard error of an even spread over one graduation, as a share of it: 1 ÷ √12. */
const EVEN_SPREAD = 1 / Math.sqrt(12);

/** The standard error that is typical of a reading, the rounding to its graduation included. */
export function typicalErrorOf(spec: ReadingSpec, unit: UnitId): number {
  const typical = spec.typicalError[unit] ?? 0;
  return spec.errorIncludesRounding === true
    ? typical
    : Math.hypot(typical, EVEN_SPREAD * (spec.graduation[unit] ?? 0));
}

/** The standard error of a reading in its own unit: as stated, else typical of the instrument. */
export function standardErrorOf(method: Method, key: string, reading: ReadingValue): number {
  const spec = method.description.readings.find((candidate) => candidate.key === key);
  return reading.standardError ?? (spec === undefined ? 0 : typicalErrorOf(spec, reading.unit));
}

interface Figure {
  readonly value: number;
  readonly standardError: number;
  readonly decimals: number;
  readonly unit: string;
}

/** How each reading's error and each error of the stem moves the figure, and their sum in squares. */
function errorSteps(
  spread: Propagated,
  contributions: readonly Contribution[],
  stemErrors: readonly StemError[],
  figure: Figure,
): readonly Step[] {
  const { unit } = figure;
  const printed = printStandardError(figure.standardError);
  const decimals = (printed.split('.')[1] ?? '').length;
  const alone = contributions.length + stemErrors.length === 1;
  return workOut((book) => {
    const effects = contributions.map((part, i) =>
      book.step({
        terms: [book.stated(Math.abs(spread.parts[i]?.rate ?? 0), 4), book.given(part.readingStandardError)],
        compute: (rate = 0, error = 0) => rate * error,
        write: (rate = '', error = '') => `${rate} × ${error}`,
        decimals: alone ? decimals : 3,
        final: alone,
        unit,
        rule: message('measurement.effect-of', '{label}: effect of ±{readingStandardError} {symbol}', {
          label: part.label,
          readingStandardError: printAsRead(part.readingStandardError),
          symbol: unitOf(part.readingUnit).symbol,
        }),
        source: GUM,
      }),
    );
    const ofStem = stemErrors.map(({ share, label, source }) =>
      book.step({
        terms: [book.given(share), book.stated(figure.value, figure.decimals)],
        compute: (part = 0, value = 0) => part * value,
        write: (part = '', value = '') => `${part} × ${value}`,
        decimals: alone ? decimals : 3,
        final: alone,
        unit,
        rule: label,
        source,
      }),
    );
    const all = [...effects, ...ofStem];
    const [only] = all;
    if (alone && only !== undefined) return only;
    return book.step({
      terms: all,
      compute: (...values) => Math.hypot(...values),
      write: (...texts) => `√(${texts.map((text) => `${text}²`).join(' + ')})`,
      decimals,
      final: true,
      unit,
      rule: message(
        'measurement.independent-errors-add-in-squares',
        'independent errors add in squares: one standard error',
      ),
      source: GUM,
    });
  }).steps;
}

const roughError = (curvature: number): Finding => ({
  code: 'estimate.rough-error',
  severity: 'note',
  reading: null,
  title: message('measurement.the-is-approximate-here', 'The ± is approximate here'),
  message: message(
    'measurement.with-errors-this-large-the',
    'With errors this large the linear approximation is poor: the true ± is about {curvature} % larger.',
    { curvature: String(Math.round(curvature * 100)) },
  ),
  suggestedFixes: [],
});
