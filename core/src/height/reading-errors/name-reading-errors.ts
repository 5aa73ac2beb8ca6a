import { type Finding, propagate, silentWorkbook } from '../../uncertainty/index.ts';
import { type Method, type MethodContext, type Readings, standardErrorOf, withFixed } from '../../measurement/index.ts';
import { convert, printRounded } from '../../units/index.ts';
import { HEIGHT_READING_ERRORS } from './catalogue.ts';
import { type HeightEvidence, levelDistanceM } from './evidence.ts';
import { inMetres, LEAST_MISFIT, misfit, offExpected, shareOf } from './likelihood.ts';
import { type HeightCase, type ReadingErrorKind, type Suspicion, USUAL_ODDS } from './reading-error-kind.ts';
import { findingOf } from './reading-error-finding.ts';

/** Odds, as a logarithm, from which an error is named. */
const NAMED_FROM = 0;
/** Odds of what its own evidence shows, as a logarithm. */
const CERTAIN = 6;
/** A rival that is less likely by more than this, as a logarithm, is not named. */
const RIVAL_WITHIN = 7;
const MOST_NAMED = 3;
/** A corrected height lies within so many standard errors of each one that is expected. */
const FITS_WITHIN = 3.2;

/** What naming a reading error needs of the frame: the methods by their identifiers. */
export interface Naming {
  readonly method: Method;
  readonly readings: Readings;
  readonly context: MethodContext;
  readonly evidence: HeightEvidence;
  readonly findMethod: (id: string) => Method | null;
}

/** The height that readings give, in m; not a number where one is missing. */
export const heightOfReadings = (method: Method, readings: Readings, context: MethodContext): number => {
  const isComplete = method.description.readings.every(({ key }) => readings[key] !== undefined);
  if (!isComplete) return Number.NaN;
  const { exact } = method.compute(
    { ...withFixed(method.description, readings), ...readings },
    silentWorkbook,
    context,
  );
  return inMetres(exact, context);
};

function standardErrorM(method: Method, readings: Readings, context: MethodContext): number {
  const { readings: specs, fixed = [] } = method.description;
  const all = withFixed(method.description, readings);
  const inputs = [
    ...specs.map(({ key }) => {
      const reading = readings[key] ?? { value: 0, unit: 'm' as const };
      return { key, value: reading.value, standardError: standardErrorOf(method, key, reading) };
    }),
    ...fixed,
  ];
  const at = (values: readonly number[]): number =>
    heightOfReadings(
      method,
      Object.fromEntries(
        inputs.map(({ key }, i) => [key, { ...(all[key] ?? { unit: 'm' as const }), value: values[i] ?? 0 }]),
      ),
      context,
    );
  return propagate(at, inputs).standardError;
}

/** An error that was named, with its logarithmic odds against correct readings. */
interface Named {
  readonly kind: ReadingErrorKind;
  readonly suspicion: Suspicion;
  /** Logarithm of the odds against correct readings. */
  readonly odds: number;
}

/** The likeliest errors of a height, as findings. */
export interface NamedErrors {
  readonly findings: readonly Finding[];
  /** Logarithm of the odds of the likeliest one against correct readings; −∞ where none is named. */
  readonly odds: number;
}

const NONE: NamedErrors = { findings: [], odds: -Infinity };

/** No standing tree is known to be taller, in m. */
const TALLEST_M = 130;

/** Whether a correction is a height of a tree, of readings that can be entered. */
const isPossible = ({ heightM, changes, methodId }: Suspicion, { description }: Method): boolean =>
  heightM > 0 &&
  heightM < TALLEST_M &&
  (methodId !== undefined ||
    Object.entries(changes).every(([key, { value, unit }]) => {
      const [low, high] = description.readings.find((spec) => spec.key === key)?.range[unit] ?? [NaN, NaN];
      return value >= low && value <= high;
    }));

/** What is expected of a tree whose top is gone: only what was measured of it as it stands. */
const asStanding = (evidence: HeightEvidence, { isBroken = false }: Suspicion): HeightEvidence =>
  isBroken ? { ...evidence, expected: evidence.expected.filter(({ from }) => from === 'other-method') } : evidence;

/**
 * Names the errors that explain what is odd about a height, the likeliest first: each is undone, and what comes out is
 * compared with the heights expected from elsewhere, the ground, the eye and the distance.
 *
 * Source: posterior odds by Bayes' rule with normal errors; prior odds stand with each kind.
 *
 * @returns at most three findings of severity `check`, and the logarithm of the odds of the first
 */
export function nameReadingErrors(naming: Naming): NamedErrors {
  const { method, readings, context, evidence, findMethod } = naming;
  const { id } = method.description;
  const heightM = heightOfReadings(method, readings, context);
  if (!Number.isFinite(heightM)) return NONE;
  const found: HeightCase = {
    methodId: id,
    readings,
    context,
    heightM,
    standardErrorM: standardErrorM(method, readings, context),
    evidence,
    distanceM: levelDistanceM(id, readings, context),
    recompute: (changes, methodId) =>
      heightOfReadings(
        methodId === undefined ? method : (findMethod(methodId) ?? method),
        { ...readings, ...changes },
        context,
      ),
  };
  const frame = { method, context, share: shareOf(heightM, found.standardErrorM) };
  const asRead = misfit({ methodId: id, readings, heightM }, evidence, frame);
  const oddsOf = (kind: ReadingErrorKind, suspicion: Suspicion): number => {
    const { changes, methodId, heightM: fixedM, own, certain = false, odds } = suspicion;
    const corrected = misfit(
      { methodId: methodId ?? id, readings: { ...readings, ...changes }, heightM: fixedM },
      asStanding(evidence, suspicion),
      { ...frame, share: shareWith(suspicion) },
    );
    const gain = (asRead - corrected + (own === undefined ? 0 : own.asRead ** 2 - own.corrected ** 2)) / 2;
    return (certain ? CERTAIN : Math.log(odds ?? kind.odds ?? USUAL_ODDS)) + gain;
  };
  const shareWith = ({ heightM: fixedM, spreadM = 0 }: Suspicion): number => Math.hypot(frame.share, spreadM / fixedM);
  const fits = (suspicion: Suspicion): boolean =>
    suspicion.certain === true ||
    offExpected(suspicion.heightM, shareWith(suspicion), asStanding(evidence, suspicion)).every(
      (off) => Math.abs(off) <= FITS_WITHIN,
    );
  // Readings that go well with everything leave no kind enough to gain: most trees end here.
  const mostGain = (asRead - LEAST_MISFIT) / 2;
  const canBeNamed = ({ odds = USUAL_ODDS, hasOwnEvidence = false }: ReadingErrorKind): boolean =>
    hasOwnEvidence || Math.log(odds) + mostGain > NAMED_FROM;
  const named = HEIGHT_READING_ERRORS.filter(canBeNamed)
    .flatMap((kind): Named[] => {
      const [best] = kind
        .suspect(found)
        .filter((suspicion) => isPossible(suspicion, method) && fits(suspicion))
        .map((suspicion) => ({ kind, suspicion, odds: oddsOf(kind, suspicion) }))
        .sort((a, b) => b.odds - a.odds);
      return best !== undefined && best.odds > NAMED_FROM ? [best] : [];
    })
    .sort((a, b) => b.odds - a.odds);
  const [first] = named;
  if (first === undefined) return NONE;
  const print = (metresTall: number): string =>
    context.unitSystem === 'metric'
      ? `${printRounded(metresTall, 1)} m`
      : `${printRounded(convert(metresTall, 'm', 'ft'), 1)} ft`;
  const findings = named
    .filter(({ odds, suspicion }) => odds > first.odds - RIVAL_WITHIN || suspicion.certain === true)
    .slice(0, MOST_NAMED)
    .map(({ kind, suspicion }) => findingOf(kind, suspicion, found, method, print));
  return { findings, odds: first.odds };
}
