import {
  propagate,
  silentWorkbook,
  workOut,
  type Contribution,
  type Finding,
  type Outcome,
  type Propagated,
  type Step,
} from '../estimate/index.ts';
import { convert, printAsRead, printRounded, printStandardError, unitOf } from '../quantity/index.ts';
import { checkReadings } from './check-readings.ts';
import { RESULTS, resultUnit, type Method, type MethodContext, type Reading, type Readings } from './description.ts';
import { readingOf } from './reading-of.ts';

const GUM = 'ISO/IEC Guide 98-3:2008 (GUM), 5.1.2';
/** Above this share the curvature of the relation makes the first-order ± too small to be passed on silently. */
const ROUGH_ABOVE = 0.03;

/**
 * Evaluates a method: checks the readings, computes with workings, propagates the errors, diagnoses slips.
 *
 * @returns an estimate in canonical unit (m for heights, cm for diameters), or the findings that stop it
 */
export function evaluate(method: Method, readings: Readings, context: MethodContext): Outcome {
  const { description } = method;
  const stops = checkReadings(description, readings);
  if (stops.length > 0) return { ok: false, findings: stops };

  const result = resultUnit(description.measure, context.unitSystem);
  const canonical = RESULTS[description.measure].canonical;
  const toCanonical = (value: number) => convert(value, result.unit, canonical);
  const print = (value: number) =>
    `${printRounded(convert(value, canonical, result.unit), result.decimals)} ${result.unit}`;
  const recompute = (changed: Readings) =>
    toCanonical(method.compute({ ...readings, ...changed }, silentWorkbook, context).exact);

  const { term, steps } = workOut((book) => method.compute(readings, book, context));
  const value = toCanonical(term.exact);
  const diagnosed = method.diagnose({ readings, context, value, recompute, print });
  const stopping = diagnosed.filter((finding) => finding.severity === 'stop');
  if (stopping.length > 0 || !Number.isFinite(value)) return { ok: false, findings: diagnosed };

  const specs = description.readings;
  const errors = specs.map((spec) => standardErrorOf(method, spec.key, readingOf(readings, spec.key)));
  const inputs = specs.map((spec, i) => ({
    value: readingOf(readings, spec.key).value,
    standardError: errors[i] ?? 0,
  }));
  const inResultUnit = (values: readonly number[]) => {
    const moved = Object.fromEntries(
      specs.map((spec, i) => [spec.key, { ...readingOf(readings, spec.key), value: values[i] ?? 0 }]),
    );
    return method.compute(moved, silentWorkbook, context).exact;
  };
  const spread = propagate(inResultUnit, inputs);
  const contributions = specs.map((spec, i): Contribution => ({
    reading: spec.key,
    label: spec.label,
    readingStandardError: errors[i] ?? 0,
    readingUnit: readingOf(readings, spec.key).unit,
    effect: toCanonical(spread.parts[i]?.effect ?? 0),
  }));
  return {
    ok: true,
    estimate: {
      methodId: description.id,
      methodVersion: description.version,
      value,
      unit: canonical,
      standardError: toCanonical(spread.standardError),
      printed: {
        value: printRounded(term.exact, result.decimals),
        standardError: printStandardError(spread.standardError),
        unit: result.unit,
      },
      workings: steps,
      errorWorkings: errorSteps(spread, contributions, unitOf(result.unit).symbol),
      contributions,
      findings: spread.curvature > ROUGH_ABOVE ? [...diagnosed, roughError(spread.curvature)] : diagnosed,
    },
  };
}

/** The standard error of a reading in its own unit: as stated, else typical of the instrument. */
export function standardErrorOf(method: Method, key: string, reading: Reading): number {
  const spec = method.description.readings.find((candidate) => candidate.key === key);
  return reading.standardError ?? spec?.typicalError[reading.unit] ?? 0;
}

/** How each reading's error moves the figure, and their sum in squares. */
function errorSteps(spread: Propagated, contributions: readonly Contribution[], unit: string): readonly Step[] {
  const printed = printStandardError(spread.standardError);
  const decimals = (printed.split('.')[1] ?? '').length;
  const alone = contributions.length === 1;
  return workOut((book) => {
    const effects = contributions.map((part, i) =>
      book.step({
        terms: [book.stated(Math.abs(spread.parts[i]?.rate ?? 0), 4), book.given(part.readingStandardError)],
        compute: (rate = 0, error = 0) => rate * error,
        write: (rate = '', error = '') => `${rate} × ${error}`,
        decimals: alone ? decimals : 3,
        final: alone,
        unit,
        rule: `${part.label}: ±${printAsRead(part.readingStandardError)} ${unitOf(part.readingUnit).symbol} moves it by this much`,
        source: GUM,
      }),
    );
    const [only] = effects;
    if (alone && only !== undefined) return only;
    return book.step({
      terms: effects,
      compute: (...values) => Math.hypot(...values),
      write: (...texts) => `√(${texts.map((text) => `${text}²`).join(' + ')})`,
      decimals,
      final: true,
      unit,
      rule: 'independent errors add in squares: one standard error',
      source: GUM,
    });
  }).steps;
}

const roughError = (curvature: number): Finding => ({
  code: 'estimate.rough-error',
  severity: 'note',
  reading: null,
  title: 'The ± is rough here',
  message: `With errors this large the relation is no longer straight: the true ± is about ${String(Math.round(curvature * 100))} % larger.`,
  mends: [],
});
