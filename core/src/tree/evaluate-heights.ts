import {
  type Estimate,
  estimateOf,
  type Finding,
  findingsOf,
  type Outcome,
  withFindings,
} from '../uncertainty/index.ts';
import {
  type Combined,
  combinedHeight,
  combineHeights,
  type Expectation,
  groundAt,
  type HeightEvidence,
  nameReadingErrors,
  type Weighed,
  withReadingErrors,
} from '../height/index.ts';
import { evaluate, type MethodContext, type ReadingValue, resultUnit } from '../measurement/index.ts';
import { convert, roundTo } from '../units/index.ts';
import { findMethod } from '../methods/index.ts';
import { evidenceOfChecks } from './height-checks.ts';
import { heightName, type HeightNote } from './heights.ts';
import { measured, type Measured, type UnreadText } from './measured.ts';
import { heightKey } from './measurement-key.ts';
import {
  askedReadings,
  emptyMeasurement,
  type HeightMeasurement,
  type Measurement,
  measurementOf,
  type TreeRecord,
} from './tree-record.ts';
import { withTriesKept } from './tries.ts';
import { message, type Text } from '../message/index.ts';

/** A height as it comes out of its readings. Null outcomes where nothing was read. */
export interface HeightResult extends HeightNote {
  /** `total height`, `crown base`. */
  readonly name: Text;
  /** By which method, and from where: `Two angles and a distance`. */
  readonly by: Text;
  readonly methodId: string;
  /** Of its own method, where the distance has one. */
  readonly distance: Outcome | null;
  readonly outcome: Outcome | null;
  /** The readings as the method got them. */
  readonly readings: Readonly<Record<string, ReadingValue>>;
  /** Logarithm of the odds of its likeliest reading error against correct readings; left out where none was looked for. */
  readonly errorOdds?: number;
}

/** All heights of a tree, and the one that counts. */
export interface HeightResults {
  readonly heights: readonly HeightResult[];
  /** The total height by the person's choice; null where nothing was read. */
  readonly counted: Outcome | null;
  /** What several total heights make of each other; null for fewer than two. */
  readonly combined: Combined | null;
  /** From the crown base to the top, in m. */
  readonly crownLengthM: number | null;
}

/** What is known beside the readings of this tree. */
export type HeightContext = Omit<HeightEvidence, 'expected'> & { readonly expected?: readonly Expectation[] };

/** What a part comes to, the errors of its figures said. */
export function outcomeOf(read: Measured, context: MethodContext, own?: ReadonlySet<string>): Outcome | null {
  if (!read.begun) return null;
  const alone = evaluate(read.method, read.readings, context);
  const outcome: Outcome =
    !alone.ok || read.tries.length === 0
      ? alone
      : { ok: true, estimate: withFindings(alone.estimate, [...read.tries, ...alone.estimate.findings]) };
  const errors = own === undefined ? read.errors : read.errors.filter(({ reading }) => own.has(reading ?? ''));
  if (read.errors.length === 0) return outcome;
  const unread = new Set(read.errors.map((error) => error.reading));
  const others = outcome.ok ? [] : outcome.findings.filter((finding) => !unread.has(finding.reading));
  return { ok: false, findings: [...errors, ...others] };
}

const known = (outcome: Outcome | null): Estimate | null => (outcome === null ? null : estimateOf(outcome));

/** A millimetre: finer than any distance is read, and short enough for the workings. */
const DISTANCE_DECIMALS = 3;

/** A distance by its own method, as the reading that the height asks for. */
function asReading(distance: Estimate, context: MethodContext): ReadingValue {
  const { unit } = resultUnit('distance', context.unitSystem);
  return {
    value: roundTo(convert(distance.value, 'm', unit), DISTANCE_DECIMALS),
    unit,
    standardError: convert(distance.standardError, 'm', unit),
  };
}

/** The first height of a tree that has none. */
const noHeight = (): HeightMeasurement => ({
  heightNo: 1,
  of: 'total',
  sameStation: false,
  measurement: emptyMeasurement('height'),
});

/**
 * Works out every height of a tree: each from its own readings, those from one stand with the distance and the base of
 * the first; compares the total heights, names slips on the evidence of each other, and finds the one that counts.
 *
 * @param context with the dbh, where it is known
 * @param beside what else is known: eye, ground, last visit, curve
 * @param unread text that was typed and cannot be read
 */
export function evaluateHeights(
  tree: TreeRecord,
  context: MethodContext,
  beside: HeightContext = {},
  unread: readonly UnreadText[] = [],
): HeightResults {
  const noted = tree.heights[0]?.heightNo === 1 ? tree.heights : [noHeight(), ...tree.heights];
  const distanceOf = (heightNo: number): Outcome | null => {
    const key = heightKey('distance', heightNo);
    const hasMethod = measurementOf(tree, key) !== undefined;
    return hasMethod ? outcomeOf(measured(tree, key, unread), context) : null;
  };
  const heights = noted.map((height): HeightResult => {
    const { heightNo, sameStation, limit, topDiameterCm } = height;
    const read = measured(tree, heightKey('height', heightNo), unread);
    const { description } = read.method;
    // A count of logs ends at the merchantable top, also where it was entered as the height of the tree.
    const of = height.of === 'total' ? (description.endsAt ?? height.of) : height.of;
    const note: HeightNote = {
      heightNo,
      of,
      sameStation,
      ...(limit === undefined ? {} : { limit }),
      ...(topDiameterCm === undefined ? {} : { topDiameterCm }),
    };
    const distance = distanceOf(sameStation ? 1 : heightNo);
    const level = description.readings.find(({ isLevelDistance = false }) => isLevelDistance);
    const levelDistance = known(distance);
    const readings =
      levelDistance === null || level === undefined
        ? read.readings
        : { ...read.readings, [level.key]: asReading(levelDistance, context) };
    const own = sameStation
      ? new Set(askedReadings(read.method, { sameStation, hasDistance: false }).map(({ key }) => key))
      : undefined;
    const ofPart = of === 'total' ? context : { ...context, heightOf: 'part' as const };
    return {
      ...note,
      name: heightName(note, context.unitSystem),
      by: description.name,
      methodId: description.id,
      distance: sameStation ? null : distance,
      outcome: outcomeOf({ ...read, readings }, ofPart, own),
      readings,
    };
  });

  const totals = heights.filter(({ of, outcome }) => of === 'total' && known(outcome) !== null);
  const names = namesOf(totals);
  const weighed = totals.map((height, i) => weigh(height, names[i] ?? ''));
  const measurable = weighed.every(({ standardErrorM }) => standardErrorM > 0);
  const combined = totals.length > 1 && measurable ? combineHeights(weighed) : null;
  const { observerPosition, checks = {} } = tree;
  const position =
    observerPosition === undefined
      ? {}
      : { position: observerPosition, ground: groundAt(observerPosition, beside.slope) };
  const judged = heights.map((height): HeightResult => {
    const expected = totals
      .filter(({ heightNo, sameStation }) => heightNo !== height.heightNo && !(sameStation && height.sameStation))
      .map((other): Expectation => expectationOf(other, names[totals.indexOf(other)] ?? ''));
    return height.of === 'total'
      ? judge(height, measurementOf(tree, heightKey('height', height.heightNo)), context, {
          ...beside,
          ...evidenceOfChecks(checks),
          ...position,
          expected: [...expected, ...(beside.expected ?? [])],
        })
      : height;
  });
  const kept = tree.countedHeight ?? 1;
  const ofTree = judged.filter(({ of }) => of === 'total');
  const chosen = ofTree.find(({ heightNo }) => heightNo === kept)?.outcome ?? null;
  const [first] = ofTree;
  const counted: Outcome | null =
    kept === 'mean' && combined !== null
      ? { ok: true, estimate: combinedHeight(weighed, combined, context.unitSystem) }
      : (chosen ?? first?.outcome ?? null);
  const total = known(counted);
  const base = known(judged.find(({ of }) => of === 'crown-base')?.outcome ?? null);
  return {
    heights: judged,
    counted,
    combined,
    crownLengthM: total === null || base === null || base.value >= total.value ? null : total.value - base.value,
  };
}

/** How sentences name several figures: by their methods, with their numbers where two have the same. */
const namesOf = (totals: readonly HeightResult[]): Text[] =>
  totals.map(({ by, methodId, heightNo }) => {
    const isAlone = totals.filter((other) => other.methodId === methodId).length === 1;
    return isAlone ? by : message('tree.height-with-number', '{name} ({heightNo})', { name: by, heightNo });
  });

function weigh({ outcome, sameStation, heightNo, methodId }: HeightResult, name: Text): Weighed {
  const estimate = known(outcome);
  // From one station each height has its own sight to its end; everything else was read once for all.
  const ownKeys = new Set(
    findMethod(methodId)?.description.readings.flatMap(({ key, place }) => (place === 'tip' ? [key] : [])) ?? [],
  );
  const errorsM = Object.fromEntries(
    (estimate?.contributions ?? []).flatMap(({ reading, effect }) =>
      reading === null || ownKeys.has(reading) ? [] : [[reading, effect]],
    ),
  );
  return {
    name,
    valueM: estimate?.value ?? 0,
    standardErrorM: estimate?.standardError ?? 0,
    common: { stand: sameStation ? 1 : heightNo, errorsM },
  };
}

const expectationOf = ({ outcome }: HeightResult, name: Text): Expectation => {
  const estimate = known(outcome);
  return {
    from: 'other-method',
    words: name,
    heightM: estimate?.value ?? 0,
    standardErrorM: estimate?.standardError ?? 1,
  };
};

/** Whether a reading is no number; one out of range is a number that can be corrected. */
const isUnread = ({ code, severity }: Finding): boolean =>
  severity === 'stop' && code !== 'reading.range' && (code.startsWith('reading.') || code.startsWith('text.'));

/** A height with the reading errors that the evidence speaks for. */
function judge(
  height: HeightResult,
  measurement: Measurement | undefined,
  context: MethodContext,
  evidence: HeightEvidence,
): HeightResult {
  const { outcome, readings } = height;
  const method = findMethod(height.methodId);
  if (outcome === null || method === null) return height;
  const isComplete = method.description.readings.every(({ key }) => readings[key] !== undefined);
  if (!isComplete || findingsOf(outcome).some(isUnread)) return height;
  const naming = { method, readings, context, evidence, findMethod };
  const named = nameReadingErrors(naming);
  const findings = withReadingErrors(findingsOf(outcome), named.findings, naming).map((finding) =>
    withTriesKept(finding, method.description, measurement?.readings ?? {}),
  );
  return {
    ...height,
    errorOdds: named.odds,
    outcome: outcome.ok ? { ok: true, estimate: withFindings(outcome.estimate, findings) } : { ok: false, findings },
  };
}

/** The height that stands for a tree on the screen: the total one, else the merchantable height of a log count. */
export function shownHeight({ heights, counted }: HeightResults): {
  readonly name: Text;
  readonly estimate: Estimate | null;
} {
  const [first] = heights;
  const isPart = counted === null && first !== undefined && first.of !== 'total' && first.outcome !== null;
  return isPart
    ? { name: first.name, estimate: known(first.outcome) }
    : { name: message('tree.total-height', 'total height'), estimate: known(counted) };
}

/** That several heights cannot all be right, with the slip that explains it best. */
export function disagreement({ combined, heights }: HeightResults): Finding[] {
  if (combined === null || combined.agree) return [];
  const slip = heights
    .filter(({ of }) => of === 'total')
    .flatMap(({ outcome }) => (outcome === null ? [] : findingsOf(outcome)))
    .find(({ severity, code }) => severity === 'check' && code.startsWith('height.'));
  return [
    {
      code: 'height.disagree',
      severity: 'check',
      reading: null,
      title: message('tree.two-heights-that-disagree', 'Two heights that disagree'),
      message:
        slip === undefined
          ? combined.words
          : message('tree.most-likely', '{words} Most likely: {title}.', { words: combined.words, title: slip.title }),
      suggestedFixes: [],
    },
  ];
}
