import {
  type Finding,
  propagate,
  type ReadingChange,
  silentWorkbook,
  type SuggestedFix,
} from '../../uncertainty/index.ts';
import { type Method, type MethodContext, type Readings, standardErrorOf, withFixed } from '../../measurement/index.ts';
import { convert, printAsRead, printRounded, unitOf } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { HEIGHT_READING_ERRORS } from './catalogue.ts';
import {
  baseExpected,
  type Expectation,
  type HeightEvidence,
  levelDistanceM,
  tangentError,
  tangentOfReading,
} from './evidence.ts';
import type { HeightCase, ReadingErrorKind, Suspicion } from './reading-error-kind.ts';
import { message, type Text, joined } from '../../message/index.ts';

/** How likely a slip of one kind is in a reading that nobody doubts yet. */
const CHANCE = 0.02;
/** Odds, as a logarithm, from which a slip is named. */
const NAMED_FROM = 0.5;
/** Odds of what its own evidence shows. */
const CERTAIN = 6;
/** A rival that is less likely by more than this, as a logarithm, is not worth a word. */
const RIVAL_WITHIN = 7;
const MOST_NAMED = 3;
/** A sight that the ground explains this well, in standard errors, is as it was read. */
const EXPLAINED = 2;
/** A slope that may be anything between up and down explains every sight, and so none. */
const GROUND_KNOWN_WITHIN = 0.06;

/** What naming a slip needs of the frame: the methods by their identifiers. */
export interface Naming {
  readonly method: Method;
  readonly readings: Readings;
  readonly context: MethodContext;
  readonly evidence: HeightEvidence;
  readonly findMethod: (id: string) => Method | null;
}

const metres = (method: Method, readings: Readings, context: MethodContext): number => {
  const isComplete = method.description.readings.every(({ key }) => readings[key] !== undefined);
  if (!isComplete) return Number.NaN;
  const { exact } = method.compute(
    { ...withFixed(method.description, readings), ...readings },
    silentWorkbook,
    context,
  );
  return context.unitSystem === 'metric' ? exact : convert(exact, 'ft', 'm');
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
    metres(
      method,
      Object.fromEntries(
        inputs.map(({ key }, i) => [key, { ...(all[key] ?? { unit: 'm' as const }), value: values[i] ?? 0 }]),
      ),
      context,
    );
  return propagate(at, inputs).standardError;
}

interface Standing {
  readonly methodId: string;
  readonly readings: Readings;
  readonly heightM: number;
}

/** How ill the readings go with everything that is known: the sum of the squares of what they are off, in standard errors. */
function misfit(standing: Standing, found: HeightCase, method: Method): number {
  const { evidence, context } = found;
  const { heightM, readings, methodId } = standing;
  if (!(heightM > 0)) return 1e3;
  // A height read too large has too large an error as well: what counts is the share.
  const share = Math.abs(found.heightM) > 0.5 ? found.standardErrorM / Math.abs(found.heightM) : 0.05;
  const ofHeights = evidence.expected.map(
    (each) => (heightM - each.heightM) / Math.hypot(each.standardErrorM, Math.min(0.15, share) * heightM),
  );
  const distanceM = levelDistanceM(methodId, readings, context);
  const offDistance =
    evidence.distance === undefined || distanceM === null
      ? 0
      : (distanceM - evidence.distance.value) / Math.hypot(evidence.distance.standardError, 0.005 * distanceM, 0.05);
  const offBase = distanceM === null ? 0 : (baseMisfit(readings, evidence, distanceM, method) ?? 0);
  return [...ofHeights, offDistance, offBase].reduce((sum, off) => sum + off * off, 0);
}

/** How far the sight to the base lies from what eye and ground ask for, in standard errors. */
function baseMisfit(readings: Readings, evidence: HeightEvidence, distanceM: number, method: Method): number | null {
  const base = tangentOfReading(readings, 'base');
  const expected = baseExpected(evidence, distanceM);
  const reading = readings.base;
  if (base === null || expected === null || reading === undefined) return null;
  const error = tangentError(readings, 'base', standardErrorOf(method, 'base', reading));
  return (base - expected.value) / Math.hypot(expected.standardError, error);
}

interface Named {
  readonly kind: ReadingErrorKind;
  readonly suspicion: Suspicion;
  /** Logarithm of the odds against honest readings. */
  readonly odds: number;
}

const sentenceOf = ({ words, heightM }: Expectation, print: (heightM: number) => string): Text =>
  message('height.evidence-gives', '{words}: {height}', { words, height: print(heightM) });

/**
 * Names the slips that explain what is odd about a height, the likeliest first: each is undone, and what comes out is
 * held against the height expected from elsewhere, the ground, the eye and the distance.
 *
 * A slip is named only where evidence speaks for it; with no evidence nothing is named.
 *
 * Source: likelihood ratio with normal errors; a chance of one in fifty for each kind of slip.
 *
 * @returns at most three findings of severity `check`
 */
export function nameReadingErrors(naming: Naming): Finding[] {
  const { method, readings, context, evidence, findMethod } = naming;
  const { id } = method.description;
  const heightM = metres(method, readings, context);
  if (!Number.isFinite(heightM)) return [];
  const found: HeightCase = {
    methodId: id,
    readings,
    context,
    heightM,
    standardErrorM: standardErrorM(method, readings, context),
    evidence,
    distanceM: levelDistanceM(id, readings, context),
    recompute: (changes, methodId) =>
      metres(methodId === undefined ? method : (findMethod(methodId) ?? method), { ...readings, ...changes }, context),
  };
  const asRead = misfit({ methodId: id, readings, heightM }, found, method);
  const oddsOf = ({ changes, methodId, heightM: mendedM, own, certain = false, clears }: Suspicion): number => {
    if (clears !== undefined) return CERTAIN / 3;
    const corrected = misfit(
      { methodId: methodId ?? id, readings: { ...readings, ...changes }, heightM: mendedM },
      found,
      method,
    );
    const gain = (asRead - corrected + (own === undefined ? 0 : own.asRead ** 2 - own.corrected ** 2)) / 2;
    return (certain ? CERTAIN : Math.log(CHANCE)) + gain;
  };
  const named = HEIGHT_READING_ERRORS.flatMap((kind): Named[] => {
    const [best] = kind
      .suspect(found)
      .filter((suspicion) => suspicion.heightM > 0 && suspicion.heightM < 130)
      .map((suspicion) => ({ kind, suspicion, odds: oddsOf(suspicion) }))
      .sort((a, b) => b.odds - a.odds);
    return best !== undefined && best.odds > NAMED_FROM ? [best] : [];
  }).sort((a, b) => b.odds - a.odds);
  const [first] = named;
  if (first === undefined) return [];
  const print = (metresTall: number): string =>
    context.unitSystem === 'metric'
      ? `${printRounded(metresTall, 1)} m`
      : `${printRounded(convert(metresTall, 'm', 'ft'), 1)} ft`;
  return named
    .filter(({ odds, suspicion }) => odds > first.odds - RIVAL_WITHIN || suspicion.certain === true)
    .slice(0, MOST_NAMED)
    .map(({ kind, suspicion }) => findingOf(kind, suspicion, found, method, print));
}

function findingOf(
  kind: ReadingErrorKind,
  { changes, methodId, heightM, because, clears = [] }: Suspicion,
  found: HeightCase,
  method: Method,
  print: (heightM: number) => string,
): Finding {
  const { evidence, readings } = found;
  const others = evidence.expected.map((each) => sentenceOf(each, print));
  const becomes =
    found.heightM > 0
      ? message('height.instead-of', '{heightM} instead of {heightM2}', {
          heightM: print(heightM),
          heightM2: print(found.heightM),
        })
      : print(heightM);
  const written = Object.entries({ ...(methodId === undefined ? {} : readings), ...changes }).map(
    ([reading, { value, unit }]): ReadingChange => {
      const isSigned = method.description.readings.some((spec) => spec.key === reading && spec.signed);
      return { reading, text: printAsRead(value, isSigned), unit };
    },
  );
  const cleared = clears.map((reading): ReadingChange => ({
    reading,
    text: '',
    unit: readings[reading]?.unit ?? 'm',
  }));
  const suggestedFixes: SuggestedFix[] =
    written.length + cleared.length === 0 && methodId === undefined
      ? []
      : [
          {
            label: labelOf(changes, methodId, cleared, method),
            measure: 'height',
            ...(methodId === undefined ? {} : { methodId }),
            changes: [...written, ...cleared],
            ...(cleared.length > 0 ? {} : { becomes: print(heightM) }),
          },
        ];
  const [reading = null] = [...Object.keys(changes), ...clears];
  const sentences = [
    kind.effect,
    because ?? '',
    clears.length > 0
      ? ''
      : message('height.height-2', '{SuggestedFix}: height {becomes}.', { SuggestedFix: kind.suggestedFix, becomes }),
    others.length === 0 ? '' : message('height.evidence', '{Others}.', { Others: joined(others, '; ') }),
    clears.length > 0 ? kind.suggestedFix : '',
  ];
  return {
    code: kind.code,
    severity: 'check',
    reading: reading !== null && readings[reading] === undefined ? null : reading,
    title: kind.name,
    message: joined(sentences),
    suggestedFixes,
  };
}

function labelOf(
  changes: Readings,
  methodId: string | undefined,
  cleared: readonly ReadingChange[],
  method: Method,
): Text {
  if (cleared.length > 0)
    return message('height.clear-and-read-again', 'Clear {join} and read again', {
      join: cleared.map(({ reading }) => reading).join(' and '),
    });
  if (methodId !== undefined) return message('height.use-the-other-method', 'Use the other method');
  const parts = Object.entries(changes).map(([key, { value, unit }]) => {
    const spec = method.description.readings.find((each) => each.key === key);
    return message('height.change-reading', '{label} to {value} {symbol}', {
      label: spec?.label ?? key,
      value: printAsRead(value, spec?.signed ?? false),
      symbol: unitOf(unit).symbol,
    });
  });
  return message('height.change-readings', 'Change {parts}', { parts: joined(parts, ', ') });
}

const CODES_OF_SIGNS: ReadonlySet<string> = new Set([HEIGHT_FINDINGS.baseAboveEye, HEIGHT_FINDINGS.topBelowEye]);

/**
 * A method's own findings beside the slips that were named: those that say the same with less evidence give way, and a
 * base above the eye is no question where the ground explains it.
 */
export function withReadingErrors(own: readonly Finding[], named: readonly Finding[], naming: Naming): Finding[] {
  const codes = new Set(named.map(({ code }) => code));
  const replaced = new Set(
    HEIGHT_READING_ERRORS.filter(({ code }) => codes.has(code)).flatMap(({ replaces = [] }) => replaces),
  );
  const { method, readings, context, evidence } = naming;
  const distanceM = levelDistanceM(method.description.id, readings, context);
  const off = distanceM === null ? null : baseMisfit(readings, evidence, distanceM, method);
  const isGroundKnown = (evidence.ground?.standardError ?? Infinity) < GROUND_KNOWN_WITHIN;
  const isExplained = isGroundKnown && off !== null && Math.abs(off) < EXPLAINED;
  return [
    ...named,
    ...own
      .filter(({ code, severity }) => !replaced.has(code) || severity === 'stop')
      .map((finding) =>
        isExplained && CODES_OF_SIGNS.has(finding.code)
          ? { ...finding, severity: 'note' as const, suggestedFixes: [] }
          : finding,
      )
      .filter((finding) => !isSaidBy(finding, named)),
  ].map((finding) => withoutContradictions(finding, naming));
}

/** What a method says of an odd height where nothing else is known: one cause of it has been named already. */
const SYMPTOMS: ReadonlySet<string> = new Set([HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale]);

const keyOf = ({ methodId, changes }: SuggestedFix): string => JSON.stringify([methodId ?? null, changes]);

/** Whether a finding only repeats a cause that was named: it is a symptom, or its fix is the same. */
function isSaidBy({ code, severity, suggestedFixes }: Finding, named: readonly Finding[]): boolean {
  if (named.length === 0 || severity === 'stop') return false;
  const offered = new Set(named.flatMap((each) => each.suggestedFixes.map(keyOf)));
  return SYMPTOMS.has(code) || (suggestedFixes.length > 0 && suggestedFixes.every((fix) => offered.has(keyOf(fix))));
}

/** Errors beyond which a corrected height contradicts what is expected. */
const CONTRADICTS = 3;

/** A finding without the suggestedFixes whose height would contradict the height curve, another height or the visit before. */
function withoutContradictions(finding: Finding, { method, readings, context, evidence }: Naming): Finding {
  if (evidence.expected.length === 0 || finding.suggestedFixes.length === 0) return finding;
  const agrees = ({ methodId, changes, becomes }: SuggestedFix): boolean => {
    if (becomes === undefined || methodId !== undefined) return true;
    const changed = changes.map(({ reading, text, unit }) => [
      reading,
      { value: Number(text.replace('−', '-')), unit },
    ]);
    const heightM = metres(method, { ...readings, ...(Object.fromEntries(changed) as Readings) }, context);
    // A fix that cannot be worked out here is not judged.
    return (
      !Number.isFinite(heightM) ||
      evidence.expected.some(
        (each) => Math.abs(heightM - each.heightM) <= CONTRADICTS * Math.hypot(each.standardErrorM, 0.05 * heightM),
      )
    );
  };
  const suggestedFixes = finding.suggestedFixes.filter(agrees);
  return suggestedFixes.length === finding.suggestedFixes.length ? finding : { ...finding, suggestedFixes };
}
