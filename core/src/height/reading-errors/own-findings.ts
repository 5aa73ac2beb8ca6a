import type { Finding, SuggestedFix } from '../../uncertainty/index.ts';
import type { Readings } from '../../measurement/index.ts';
import { HEIGHT_FINDINGS, heightFinding } from '../height-findings.ts';
import { lengthWords } from '../../units/index.ts';
import { joined, message } from '../../message/index.ts';
import type { HeightEvidence } from './evidence.ts';
import { HEIGHT_READING_ERRORS } from './catalogue.ts';
import { baseMisfit } from './likelihood.ts';
import { heightOfReadings, type Naming } from './name-reading-errors.ts';

const CODES_OF_SIGNS: ReadonlySet<string> = new Set([HEIGHT_FINDINGS.baseAboveEye, HEIGHT_FINDINGS.topBelowEye]);

/** A reading that cannot be entered: its range says so. */
const OUT_OF_RANGE = 'reading.range';

/** A reading of the base that the ground explains this well, in standard errors, is as it was read. */
const EXPLAINED = 2;
/** A slope that may be anything between up and down explains every sight, and so none. */
const GROUND_KNOWN_WITHIN = 0.06;

/**
 * A method's own findings beside the errors that were named: those that say the same with less evidence give way, and a
 * base above the eye is no question where the ground explains it.
 */
export function withReadingErrors(own: readonly Finding[], named: readonly Finding[], naming: Naming): Finding[] {
  const codes = new Set(named.map(({ code }) => code));
  const replaced = new Set(
    HEIGHT_READING_ERRORS.filter(({ code }) => codes.has(code)).flatMap(({ replaces = [] }) => replaces),
  );
  const { method, readings, context, evidence } = naming;
  const heightM = heightOfReadings(method, readings, context);
  const off = baseMisfit({ methodId: method.description.id, readings, heightM }, evidence, method, context);
  const isGroundKnown =
    evidence.position !== undefined || (evidence.ground?.standardError ?? Infinity) < GROUND_KNOWN_WITHIN;
  const isExplained = isGroundKnown && off !== null && Math.abs(off) < EXPLAINED;
  const [first] = named;
  const fixed = new Set(first?.suggestedFixes.flatMap(({ changes }) => changes.map(({ reading }) => reading)));
  const isCaused = ({ code, reading }: Finding): boolean =>
    replaced.has(code) || (code === OUT_OF_RANGE && reading !== null && fixed.has(reading));
  // What cannot be has one cause as well: the likeliest one stops in its place and says what is possible.
  const stops = own.filter((finding) => finding.severity === 'stop' && isCaused(finding));
  const ranges = stops.filter(({ code }) => code === OUT_OF_RANGE).map((finding) => finding.message);
  const causes = named.map((finding, i) =>
    stops.length > 0 && i === 0
      ? { ...finding, severity: 'stop' as const, message: joined([...ranges, finding.message]) }
      : finding,
  );
  return [
    ...causes,
    ...own
      .filter((finding) => !isCaused(finding))
      .map((finding) =>
        isExplained && CODES_OF_SIGNS.has(finding.code)
          ? { ...finding, severity: 'note' as const, suggestedFixes: [] }
          : finding,
      )
      .filter((finding) => !isSaidBy(finding, named) && !(SYMPTOMS.has(finding.code) && isOnCurve(heightM, evidence))),
    ...(causes.length === 0 ? farFromCurve(own, heightM, naming) : []),
  ].map((finding) => withoutContradictions(finding, naming));
}

/** What a method says of an odd height where nothing else is known: one cause of it has been named already. */
const SYMPTOMS: ReadonlySet<string> = new Set([HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale]);

/** Standard errors from the height curve from which a height is questioned. */
const FAR_FROM_CURVE = 3;

const offCurve = (heightM: number, { expected }: HeightEvidence): number | null => {
  const curve = expected.find(({ from }) => from === 'curve');
  return curve === undefined ? null : (heightM - curve.heightM) / curve.standardErrorM;
};

/** Whether the survey's own curve finds nothing odd: it knows these trees better than the band of any tree. */
function isOnCurve(heightM: number, evidence: HeightEvidence): boolean {
  const off = offCurve(heightM, evidence);
  return off !== null && Math.abs(off) < FAR_FROM_CURVE;
}

/** A height far from the survey's curve that no single error explains. */
function farFromCurve(own: readonly Finding[], heightM: number, { context, evidence }: Naming): Finding[] {
  const off = offCurve(heightM, evidence);
  const curve = evidence.expected.find(({ from }) => from === 'curve');
  const isSaid = own.some(({ code, severity }) => severity === 'stop' || code === HEIGHT_FINDINGS.slenderness);
  if (off === null || curve === undefined || Math.abs(off) < FAR_FROM_CURVE || isSaid || context.heightOf === 'part')
    return [];
  return [
    heightFinding(
      HEIGHT_FINDINGS.slenderness,
      'check',
      null,
      message('height.far-from-the-curve', '{side, select, above {Far above} other {Far below}} the height curve', {
        side: off > 0 ? 'above' : 'below',
      }),
      message(
        'height.the-curve-gives-here',
        'The readings give {height}; the height curve gives {curve} for this dbh. Check top, base and distance again.',
        {
          height: lengthWords(heightM, context.unitSystem, 1),
          curve: lengthWords(curve.heightM, context.unitSystem, 1),
        },
      ),
    ),
  ];
}

const keyOf = ({ methodId, changes }: SuggestedFix): string => JSON.stringify([methodId ?? null, changes]);

/** Whether a finding only repeats a cause that was named: it is a symptom, or its fix is the same. */
function isSaidBy({ code, severity, suggestedFixes }: Finding, named: readonly Finding[]): boolean {
  if (named.length === 0 || severity === 'stop') return false;
  const offered = new Set(named.flatMap((each) => each.suggestedFixes.map(keyOf)));
  return SYMPTOMS.has(code) || (suggestedFixes.length > 0 && suggestedFixes.every((fix) => offered.has(keyOf(fix))));
}

/** Errors beyond which a height contradicts what is expected. */
const CONTRADICTS = 3;

/**
 * A finding without the fixes whose height would contradict the height curve, another height and the visit before. A sign
 * that only such a fix would turn is as it was read.
 */
function withoutContradictions(finding: Finding, { method, readings, context, evidence }: Naming): Finding {
  const { expected } = evidence;
  if (expected.length === 0 || finding.suggestedFixes.length === 0) return finding;
  const agrees = (heightM: number): boolean =>
    expected.some(
      (each) => Math.abs(heightM - each.heightM) <= CONTRADICTS * Math.hypot(each.standardErrorM, 0.05 * heightM),
    );
  const isPossible = ({ methodId, changes, becomes }: SuggestedFix): boolean => {
    if (becomes === undefined || methodId !== undefined) return true;
    const changed = changes.map(({ reading, text, unit }) => [
      reading,
      { value: Number(text.replace('−', '-')), unit },
    ]);
    const heightM = heightOfReadings(method, { ...readings, ...(Object.fromEntries(changed) as Readings) }, context);
    // A fix that cannot be worked out here is not judged.
    return !Number.isFinite(heightM) || agrees(heightM);
  };
  const suggestedFixes = finding.suggestedFixes.filter(isPossible);
  if (suggestedFixes.length === finding.suggestedFixes.length) return finding;
  const isSound = CODES_OF_SIGNS.has(finding.code) && agrees(heightOfReadings(method, readings, context));
  return {
    ...finding,
    suggestedFixes,
    ...(isSound && suggestedFixes.length === 0 ? { severity: 'note' as const } : {}),
  };
}
