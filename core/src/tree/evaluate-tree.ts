import type { UnitSystem } from '../units/index.ts';
import { basalAreaM2, combinedDbh, DIAMETER_FINDINGS } from '../diameter/index.ts';
import {
  type FieldRules,
  type FormFactor,
  type LogSettings,
  type OtherDiameterMethod,
  recordedEstimate,
  type Species,
  USUAL_LOGS,
  USUAL_WOOD,
  type VolumeModel,
  withBark,
} from '../protocol/index.ts';
import { diagnoseTree } from './diagnose-stems.ts';
import type { LastVisit } from './re-measurement.ts';
import { type Estimate, estimateOf, type Finding, findingsOf, type Outcome } from '../uncertainty/index.ts';
import { type CurvePoint, type CurveSums, expectedByCurve } from '../height-curve/index.ts';
import { type Expectation, HEIGHT_FINDINGS, HEIGHT_SPREAD, oddness, slenderness } from '../height/index.ts';
import type { Measure, MethodContext } from '../measurement/index.ts';
import { treeVolume } from '../volume/index.ts';
import { type Section, stemVolumes, type StemVolumes } from '../taper/index.ts';
import { contradictions } from './contradictions.ts';
import { diameterOf } from './diameter-over-bark.ts';
import { measured, type Measured, type UnreadText } from './measured.ts';
import {
  disagreement,
  evaluateHeights,
  type HeightContext,
  type HeightResults,
  outcomeOf,
} from './evaluate-heights.ts';
import { logFindings, upperFindings } from './log-findings.ts';
import { type TreeLogs, treeLogs } from './tree-logs.ts';
import { isBroken, type TreeRecord } from './tree-record.ts';
import { type ComparedDiameter, compareDiameters, diametersApart } from './other-diameters.ts';
import { type MeasuredUpper, measuredUppers } from './upper-diameters.ts';
import { message } from '../message/index.ts';

const SIGN_ERRORS: ReadonlySet<string> = new Set([
  HEIGHT_FINDINGS.baseAboveEye,
  HEIGHT_FINDINGS.topBelowEye,
  'height.base-sign',
  'height.top-sign',
]);

export interface TreeProtocol {
  readonly unitSystem: UnitSystem;
  readonly formFactor: FormFactor;
  /** How volume is worked out, by species code; by the form factor for species that are not in it. */
  readonly volumes?: Readonly<Record<string, VolumeModel>>;
  readonly fieldRules: FieldRules;
  /** How logs are counted; the usual way where left out. */
  readonly logs?: LogSettings | undefined;
  /** Height of the stump, m; the usual one where left out. */
  readonly stumpM?: number | undefined;
  /** Upper diameters of a tree give its volume. */
  readonly upperDiametersCount?: boolean | undefined;
  /** The method whose diameter counts where a stem was measured by several; the first one where left out. */
  readonly diameterMethod?: OtherDiameterMethod | undefined;
}

/** What is known of a tree beside its readings. */
export interface TreeContext {
  readonly species?: Species | undefined;
  /** The visit before, where there was one. */
  readonly lastVisit?: LastVisit | undefined;
  /** Who stands where: eye, ground, pace, air; and what the survey's curve expects. */
  readonly heightContext?: HeightContext | undefined;
  /** The survey's own height curve of the species; this tree is left out of it where it is in. */
  readonly curve?: { readonly sums: CurveSums; readonly own?: CurvePoint | undefined } | undefined;
  /** Text of a form that is no number with a unit. */
  readonly unread?: readonly UnreadText[] | undefined;
}

export interface StemResult {
  readonly ordinal: number;
  /** Over bark. */
  readonly diameter: Outcome | null;
  /** Diameter under bark over that over it, where the bark was measured. */
  readonly barkRatio: number | null;
  readonly point: Outcome | null;
}

/** A finding with the part of the sheet that it is about. */
export interface PlacedFinding extends Finding {
  readonly measure: Measure;
  readonly stem: number;
  /** Number of the height that it is about; the first where left out. */
  readonly heightNo?: number;
}

/** Everything one tree's readings say. Null where nothing was read. */
export interface TreeResult {
  /** Of the first stem. */
  readonly diameter: Outcome | null;
  readonly height: Outcome | null;
  /** Every height that was read, the first included, and what they make of each other. */
  readonly heights: HeightResults;
  /** Every stem, by its ordinal; the first included. */
  readonly stems: readonly StemResult[];
  /** Recorded diameters of the stems that count as trees of their own: one, or all where the rules keep them apart. */
  readonly diametersCm: readonly number[];
  /** The same as read, before the rounding rule: they decide in or out, the limiting distance and the expansion factor. */
  readonly readDiametersCm: readonly number[];
  /** The tree's recorded dbh by the survey's rules. Null where nothing was read, and where the stems are kept apart. */
  readonly dbh: Estimate | null;
  readonly basalAreaM2: number | null;
  /** Of all stems, the height being that of the tree. Null where nothing was read, or the survey’s way gives none. */
  readonly volume: Estimate | null;
  /** What its way says of the volume: outside its range, or why there is none. */
  readonly volumeFindings: readonly Finding[];
  /** Logs and board feet; null where nothing says how many logs there are. */
  readonly logs: TreeLogs | null;
  /** Diameters by other instruments or people beside the first one, which none of them is averaged with. */
  readonly otherDiameters: readonly ComparedDiameter[];
  /** Upper diameters as figures, by rising height. */
  readonly uppers: readonly MeasuredUpper[];
  /** Volumes of the stem between its lowest and its highest diameter; null without two of them. */
  readonly stemVolumes: StemVolumes | null;
  /** Height over diameter, both in m; of the thickest stem. */
  readonly slenderness: number | null;
  /** What the tree as a whole says against the survey, its species and its last visit. */
  readonly findings: readonly PlacedFinding[];
}

const knownOf = (outcome: Outcome | null): Estimate | null => (outcome === null ? null : estimateOf(outcome));

/** Heights grow some 0.15 m a year, and differ in that by as much: what a tree measured before should be now. */
const GROWTH_M_PER_YEAR = 0.15;

/** The height of the last visit, grown since. A top that broke says nothing. */
function expectedGrown({ lastVisit }: TreeContext, tree: TreeRecord): Expectation[] {
  const then = lastVisit?.height;
  if (lastVisit === undefined || then === undefined || isBroken(tree)) return [];
  const grownM = GROWTH_M_PER_YEAR * lastVisit.years;
  return [
    {
      from: 'last-visit',
      words: message('tree.visit-of-plus-growth', 'visit of {on}, plus growth,', { on: lastVisit.on }),
      heightM: then.heightM + grownM,
      standardErrorM: Math.hypot(then.standardErrorM, grownM),
      then,
    },
  ];
}

/** What the survey's height curve asks of this diameter. A top that broke is below any curve. */
function expectedOnCurve({ curve }: TreeContext, tree: TreeRecord, dbhCm: number): Expectation[] {
  const expected = curve === undefined || isBroken(tree) ? null : expectedByCurve(curve.sums, dbhCm, curve.own);
  return expected === null ? [] : [expected];
}

/** Chance that a diameter is a girth. */
const GIRTH_ODDS = 0.02;

/** Logarithm of the odds of a girth that was entered as a diameter, by the height that the other diameter would have. */
function girthOdds(known: TreeContext, tree: TreeRecord, heightM: number, dbhCm: number): number {
  const off = (cm: number): number => {
    const [onCurve] = expectedOnCurve(known, tree, cm);
    return onCurve === undefined
      ? oddness(heightM, cm) / HEIGHT_SPREAD
      : (heightM - onCurve.heightM) / onCurve.standardErrorM;
  };
  return Math.log(GIRTH_ODDS) + (off(dbhCm) ** 2 - off(dbhCm / Math.PI) ** 2) / 2;
}

const isAskedAsGirth = (read: Measured | undefined, context: MethodContext): boolean => {
  const { outcome = null } = read === undefined ? {} : diameterOf(read, context);
  return outcome !== null && findingsOf(outcome).some(({ code }) => code === DIAMETER_FINDINGS.girthAsDiameter);
};

/** Diameters by other instruments or people; of a tree with one stem only. */
const othersOf = (
  { stems, otherDiameters = [] }: TreeRecord,
  read: Measured | undefined,
  first: Outcome | null,
  { diameterMethod }: TreeProtocol,
  context: MethodContext,
): ComparedDiameter[] =>
  stems.length > 1 || otherDiameters.length === 0
    ? []
    : compareDiameters(
        otherDiameters,
        knownOf(first),
        first === null ? '' : (read?.method.description.id ?? ''),
        diameterMethod,
        context,
      );

/** Diameters of its own above breast height: where its merchantable stem ends, by a diameter that was measured. */
const upperDiameters = ({ heights }: HeightResults, breastHeightM: number): Section[] =>
  heights.flatMap(({ of, topDiameterCm, outcome }) => {
    const heightM = knownOf(outcome)?.value;
    return of === 'merchantable' && topDiameterCm !== undefined && heightM !== undefined && heightM > breastHeightM
      ? [{ heightM, diameterCm: topDiameterCm }]
      : [];
  });

/** Error of breast height as a place on the stem, m. */
const BREAST_HEIGHT_ERROR_M = 0.03;

/** Volumes of the stem between its diameters, the dbh being one of them. */
const volumesByDiameters = (
  uppers: readonly MeasuredUpper[],
  dbh: Estimate | null,
  breastHeightM: number,
): StemVolumes | null =>
  uppers.length === 0
    ? null
    : stemVolumes([
        ...(dbh === null || uppers.some(({ heightM }) => Math.abs(heightM - breastHeightM) < 0.05)
          ? []
          : [
              {
                heightM: breastHeightM,
                heightErrorM: BREAST_HEIGHT_ERROR_M,
                diameterCm: dbh.value,
                diameterErrorCm: dbh.standardError,
              },
            ]),
        ...uppers,
      ]);

/** A form factor or an equation times the height to a break would lose the wood of a stem that stood taller. */
const BROKEN: Outcome = {
  ok: false,
  findings: [
    {
      code: 'volume.broken',
      severity: 'note',
      reading: null,
      title: message('tree.evaluate-tree.title', 'Broken stem: volume from the height curve'),
      message: message(
        'tree.evaluate-tree.message',
        'The height ends at the break. The volume below it needs the height of the unbroken tree, which comes from the survey’s height curve.',
      ),
      suggestedFixes: [],
    },
  ],
};

const NO_BREAK: Finding = {
  code: 'volume.break-height',
  severity: 'note',
  reading: null,
  title: message('tree.evaluate-tree.height-of-the-break-missing', 'Height of the break missing'),
  message: message(
    'tree.evaluate-tree.the-top-is-broken-but',
    'The top is broken but the height of the break is not measured: the volume is that of a whole tree.',
  ),
  suggestedFixes: [],
};

/** The bark that was measured on the tree goes before that of its species. */
const volumeModelOf = (model: VolumeModel | undefined, barkRatio: number | null): VolumeModel | undefined =>
  model === undefined || barkRatio === null ? model : withBark(model, barkRatio);

/**
 * Computes everything that the readings of a tree say: diameters, heights, dbh, basal area and volume, each diagnosed in the
 * light of the others. The record is not changed.
 *
 * @param tree readings in the units that they were read in; at least one stem
 * @param protocol what the survey fixes: units, field rules, form factor or volume models by species code
 * @param known what is known beside the readings: species, last visit, ground, height curve
 * @returns dbh in cm, height in m, volume in m³, each with its standard error, workings and findings; null where nothing was
 *   read
 * @example evaluateTree(exampleTree, exampleProtocol).dbh.value // 34.5
 */
export function evaluateTree(tree: TreeRecord, protocol: TreeProtocol, known: TreeContext = {}): TreeResult {
  const { unitSystem, fieldRules } = protocol;
  const { unread = [] } = known;
  const { twoFaces, breastHeightM, pointBy, severalStems } = fieldRules;
  const context: MethodContext = { unitSystem, twoFaces, breastHeightM, pointBy };
  const stems = tree.stems.map(({ ordinal }) => ({
    ordinal,
    read: measured(tree, { measure: 'diameter', stem: ordinal }, unread),
    point: measured(tree, { measure: 'point', stem: ordinal }, unread),
  }));
  const own = stems.map(({ read }) => diameterOf(read, context));
  const ownAlone = own.map(({ outcome }) => outcome);
  const compared = othersOf(tree, stems[0]?.read, ownAlone[0] ?? null, protocol, context);
  // Another diameter of the only stem may be the one that counts.
  const instead = compared.find(({ counts }) => counts)?.outcome ?? null;
  const alone = instead === null ? ownAlone : [instead];
  const thickest = Math.max(0, ...alone.flatMap((outcome) => knownOf(outcome)?.value ?? []));
  const heightsFor = (dbhCm: number): HeightResults =>
    evaluateHeights(
      tree,
      { ...context, ...(dbhCm === 0 ? {} : { dbhCm }) },
      {
        ...known.heightContext,
        expected: [
          ...(known.heightContext?.expected ?? []),
          ...expectedGrown(known, tree),
          ...expectedOnCurve(known, tree, dbhCm),
        ],
      },
      unread,
    );
  const asTaped = heightsFor(thickest);
  const errorOdds = Math.max(...asTaped.heights.map((each) => each.errorOdds ?? -Infinity));
  const asRead = knownOf(asTaped.counted);
  // One cause is asked about: a wrong height or a wrong tape, whichever is likelier.
  const isGirth =
    asRead?.findings.some(({ severity }) => severity === 'check') === true &&
    girthOdds(known, tree, asRead.value, thickest) >= errorOdds &&
    stems.length === 1 &&
    instead === null &&
    isAskedAsGirth(stems[0]?.read, { ...context, heightM: asRead.value });
  const heights = isGirth ? heightsFor(thickest / Math.PI) : asTaped;
  const height = heights.counted;
  const tall = knownOf(height);
  // A height whose readings are in doubt says nothing about the tape.
  const isDoubtful =
    (errorOdds > -Infinity && !isGirth) || tall?.findings.some(({ code }) => SIGN_ERRORS.has(code)) === true;
  const heightM = tall === null || isDoubtful ? null : tall.value;
  const inItsLight = heightM === null ? context : { ...context, heightM };
  const reckoned = stems.map(({ ordinal, read, point }, i): StemResult => ({
    ordinal,
    // A thin stem beside a thick one is no sign of a slip: only the first is held against the height.
    diameter: heightM === null || i > 0 || instead !== null ? (alone[i] ?? null) : diameterOf(read, inItsLight).outcome,
    barkRatio: own[i]?.barkRatio ?? null,
    point: outcomeOf(point, inItsLight),
  }));

  const estimates = reckoned.flatMap(({ diameter }) => knownOf(diameter) ?? []);
  const recorded = (dbh: Estimate): Estimate => recordedEstimate(dbh, fieldRules, unitSystem);
  const [first] = estimates;
  const one = estimates.length === 1 ? (first ?? null) : null;
  const apart = severalStems === 'kept-apart';
  const read = one ?? (estimates.length === 0 || apart ? null : combinedDbh(estimates, severalStems, unitSystem));
  const dbh = read === null ? null : recorded(read);
  const stemsApart = dbh === null ? estimates.map(recorded) : [];
  // Stems of one height have together the volume of one stem with their basal area.
  const together = dbh ?? (stemsApart.length === 0 ? null : combinedDbh(stemsApart, 'root-sum-of-squares', unitSystem));
  const diametersCm = (dbh === null ? stemsApart : [dbh]).map(({ value }) => value);
  const model = volumeModelOf(protocol.volumes?.[tree.speciesCode], reckoned[0]?.barkRatio ?? null);
  const uppers = measuredUppers(tree.upperDiameters ?? [], context);
  const aboveBreast =
    protocol.upperDiametersCount === true ? uppers.filter(({ heightM }) => heightM > breastHeightM) : [];
  const volume =
    together === null || tall === null
      ? null
      : isBroken(tree)
        ? BROKEN
        : treeVolume(
            {
              dbh: together,
              height: tall,
              upper:
                one === null
                  ? []
                  : [...(model?.by === 'profile' ? upperDiameters(heights, breastHeightM) : []), ...aboveBreast],
              breastHeightM,
            },
            model,
            protocol.formFactor,
            unitSystem,
          );
  const logs = treeLogs(
    tree,
    { heights, dbh, height: tall, model, breastHeightM },
    protocol.logs ?? USUAL_LOGS,
    protocol.stumpM ?? USUAL_WOOD.stumpM,
  );
  const thickestCm = estimates.length === 0 ? null : Math.max(...estimates.map(({ value }) => value));
  return {
    diameter: reckoned[0]?.diameter ?? null,
    height,
    heights,
    stems: reckoned,
    diametersCm,
    readDiametersCm: (read === null ? estimates : [read]).map(({ value }) => value),
    dbh,
    basalAreaM2: diametersCm.length === 0 ? null : diametersCm.reduce((total, dbhCm) => total + basalAreaM2(dbhCm), 0),
    volume: knownOf(volume),
    volumeFindings: volume === null ? (isBroken(tree) && dbh !== null ? [NO_BREAK] : []) : findingsOf(volume),
    logs,
    otherDiameters: compared,
    uppers,
    stemVolumes: volumesByDiameters(uppers, one, breastHeightM),
    slenderness: thickestCm === null || tall === null ? null : slenderness(tall.value, thickestCm),
    findings: [
      ...diagnoseTree({
        stems: reckoned.map(({ ordinal, diameter, point }) => ({
          ordinal,
          dbhCm: knownOf(diameter)?.value ?? null,
          pointM: knownOf(point)?.value ?? null,
          firstReading:
            stems.find((stem) => stem.ordinal === ordinal)?.read.method.description.readings[0]?.key ?? null,
        })),
        rules: fieldRules,
        unitSystem,
        reason: tree.reason,
        species: known.species,
        lastVisit: known.lastVisit,
      }),
      ...diametersApart(compared, knownOf(ownAlone[0] ?? null), unitSystem).map((finding) => ({
        ...finding,
        measure: 'diameter' as const,
        stem: 1,
      })),
      ...logFindings(logs, { dbhCm: dbh?.value ?? null, heightM: tall?.value ?? null, unitSystem }),
      ...upperFindings(uppers, { dbhCm: one?.value ?? null, heightM: tall?.value ?? null, breastHeightM, unitSystem }),
      ...contradictions(tree, {
        heights,
        points: reckoned.map(({ ordinal, point }) => ({ ordinal, pointM: knownOf(point)?.value ?? null })),
        breastHeightM,
        unitSystem,
        species: known.species === undefined ? [] : [known.species],
        lastVisit: known.lastVisit,
      }),
    ],
  };
}

/** Every finding about a tree, with the part of the sheet that it is about. */
export function findingsOfTree({ stems, heights, volumeFindings, findings }: TreeResult): readonly PlacedFinding[] {
  const placed = (outcome: Outcome | null, measure: Measure, stem: number): PlacedFinding[] =>
    outcome === null ? [] : findingsOf(outcome).map((finding) => ({ ...finding, measure, stem }));
  return eachOnce([
    ...stems.flatMap(({ ordinal, diameter, point }) => [
      ...placed(diameter, 'diameter', ordinal),
      ...placed(point, 'point', ordinal),
    ]),
    ...heights.heights.flatMap(({ heightNo, distance, outcome }) => {
      const of = heightNo === 1 ? {} : { heightNo };
      return [...placed(distance, 'distance', 1), ...placed(outcome, 'height', 1)].map((each) => ({ ...each, ...of }));
    }),
    ...volumeFindings.map((finding) => ({ ...finding, measure: 'height' as const, stem: 1 })),
    ...disagreement(heights).map((finding) => ({ ...finding, measure: 'height' as const, stem: 1 })),
    ...findings,
  ]);
}

/** Heights from one stand share their readings: what is said of those is said once. */
const eachOnce = (findings: readonly PlacedFinding[]): readonly PlacedFinding[] => {
  const said = new Set<string>();
  const once = findings.filter(({ code, title, message, stem }) => {
    const key = JSON.stringify([code, title, message, stem]);
    if (said.has(key)) return false;
    said.add(key);
    return true;
  });
  // What asks something comes before what only notes it.
  const isNote = ({ severity }: PlacedFinding): boolean => severity === 'note';
  return [...once.filter((finding) => !isNote(finding)), ...once.filter(isNote)];
};
