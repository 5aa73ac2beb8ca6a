import { plainTag, type TreeNotes } from '../tree/index.ts';
import { lengthWords, printLength, printRounded, thicknessWords, type UnitSystem } from '../units/index.ts';
import { grouped, studentT, studentTQuantile } from '../statistics/index.ts';
import { heightByCurves, standCurves, type StandCurves } from '../height-curve/index.ts';
import { limitingDistanceM } from '../plot/index.ts';
import { asksHeight, type PlotShape, type SurveyDesign } from '../protocol/index.ts';

/** A reading with the last digit that was read: `34.5` cm on a tape in tenths. */
export interface CheckedReading {
  readonly measure: 'diameter' | 'height' | 'distance' | 'point';
  readonly methodId: string;
  readonly key: string;
  readonly value: number;
  readonly unit: string;
}

/** What the checks of a whole survey need of a tree. */
export interface CheckedTree {
  readonly id: string;
  readonly plotId: string;
  readonly tag: string;
  readonly speciesCode: string;
  readonly observer: string;
  readonly dbhCm: number | null;
  /** As read, before the rounding rule: it decides in or out. */
  readonly readDbhCm?: number | null | undefined;
  readonly heightM: number | null;
  /** Something speaks against its readings already. */
  readonly inDoubt: boolean;
  readonly diameterClass: number | null;
  readonly notes: TreeNotes | null;
  readonly readings: readonly CheckedReading[];
}

/** What of a design the checks ask about. */
export type CheckedDesign = Pick<SurveyDesign, 'heights' | 'phases' | 'slopeRadius'>;

export interface CheckedPlot {
  readonly id: string;
  readonly label: string;
  readonly shape: PlotShape;
  readonly slopePct: number;
  readonly finished: boolean;
  readonly empty: boolean;
  /** Trees that were counted in, or another quick figure, where the survey looks twice. */
  readonly auxiliary?: number | null | undefined;
}

export const CHECKS = {
  curve: 'far from the height curve',
  duplicate: 'tallied twice?',
  'digit-preference': 'digits that are read too often',
  observers: 'observers that differ',
  'undeclared-empty-plot': 'plots without trees',
  'beyond-limit': 'beyond the limit',
  heights: 'heights that were asked for',
} as const;
export type CheckKind = keyof typeof CHECKS;

/** Something worth a second look in a survey. */
export interface SurveyPoint {
  /** Names the check and what it is about; the same each time. */
  readonly key: string;
  readonly check: CheckKind;
  readonly title: string;
  readonly message: string;
  readonly plotId: string | null;
  readonly treeId: string | null;
}

/** Within so many standard errors no height is asked about. */
const FAR_ERRORS = 3.5;
/** Chance that any sound tree of a curve is asked about. */
const CHANCE_OF_ANY = 0.05;
const LEAST_DIGITS = 30;
/** Chance under which a pattern is not taken for chance. */
const UNLIKELY = 0.001;
const LEAST_OBSERVED = 8;

/** A tree whose dbh and height are known and beyond doubt. */
type SoundTree = CheckedTree & { readonly dbhCm: number; readonly heightM: number };

const isSound = (tree: CheckedTree): tree is SoundTree => tree.dbhCm !== null && tree.heightM !== null && !tree.inDoubt;

/** Trees far from the curve that the others make: the tree itself is left out of it. */
function farFromCurve(
  sound: readonly SoundTree[],
  curves: StandCurves,
  labelOf: (plotId: string) => string,
  system: UnitSystem,
): SurveyPoint[] {
  return sound.flatMap((tree): SurveyPoint[] => {
    const { dbhCm, heightM, speciesCode } = tree;
    const expected = heightByCurves(curves, { speciesCode, dbhCm, plotId: '' });
    if (expected === null) return [];
    const n = expected.curve.trees;
    const spread = expected.curve.residualErrorM;
    const leverage = Math.min(0.9, (expected.sharedErrorM / spread) ** 2);
    const standardised = (heightM - expected.heightM) / (spread * Math.sqrt(1 - leverage));
    // As if the curve had been fitted without it (Cook & Weisberg 1982, Residuals and Influence in Regression, 2.2.1).
    const left = n - expected.curve.parameters.length - standardised ** 2;
    const errors = left <= 0 ? Infinity : standardised * Math.sqrt((n - expected.curve.parameters.length - 1) / left);
    // Of so many trees one lies far by chance: each is asked more strictly, after Bonferroni.
    const limit = studentTQuantile(1 - CHANCE_OF_ANY / (2 * n), n - expected.curve.parameters.length - 1);
    if (!(Math.abs(errors) > Math.max(FAR_ERRORS, limit))) return [];
    return [
      {
        key: `curve ${tree.id}`,
        check: 'curve',
        title: `Far ${errors > 0 ? 'above' : 'below'} the height curve`,
        message: `Tree ${tree.tag} of plot ${labelOf(tree.plotId)} has ${printLength(heightM, system)} at ${thicknessWords(dbhCm, system, system === 'metric' ? 1 : 0)}, where the curve has ${printLength(expected.heightM, system)}: look at its readings again.`,
        plotId: tree.plotId,
        treeId: tree.id,
      },
    ];
  });
}

const fingerprint = ({ speciesCode, readings }: CheckedTree): string =>
  [
    speciesCode,
    ...readings
      .map(({ measure, methodId, key, value, unit }) => `${measure} ${methodId} ${key} ${String(value)} ${unit}`)
      .sort(),
  ].join('|');

/** Fewer readings are alike by chance. */
const LEAST_IN_COMMON = 3;
/** Beyond this two trees do not stand on each other. */
const SAME_PLACE_M = 0.15;

/** Trees of one plot that have all readings in common, three of them or more, or stand in one place. */
function talliedTwice(trees: readonly CheckedTree[], labelOf: (plotId: string) => string): SurveyPoint[] {
  const points: SurveyPoint[] = [];
  const seen = new Map<string, CheckedTree>();
  const placed = new Map<string, CheckedTree[]>();
  for (const tree of trees) {
    const print = tree.readings.length >= LEAST_IN_COMMON ? `${tree.plotId} ${fingerprint(tree)}` : null;
    const before = print === null ? undefined : seen.get(print);
    if (print !== null && before === undefined) seen.set(print, tree);
    const { bearingDeg, awayM } = tree.notes ?? {};
    const others = placed.get(tree.plotId) ?? [];
    const onTop =
      bearingDeg === undefined || awayM === undefined
        ? undefined
        : others.find((other) => {
            const angle = ((bearingDeg - (other.notes?.bearingDeg ?? 0)) * Math.PI) / 180;
            const there = other.notes?.awayM ?? 0;
            return Math.sqrt(Math.max(0, awayM ** 2 + there ** 2 - 2 * awayM * there * Math.cos(angle))) < SAME_PLACE_M;
          });
    if (bearingDeg !== undefined && awayM !== undefined) placed.set(tree.plotId, [...others, tree]);
    const twin = before ?? onTop;
    if (twin === undefined) continue;
    points.push({
      key: `duplicate ${tree.id}`,
      check: 'duplicate',
      title: 'Tallied twice?',
      message: `Trees ${twin.tag} and ${tree.tag} of plot ${labelOf(tree.plotId)} ${before === undefined ? 'stand in one place' : 'have every reading in common'}: delete one if it is the same tree.`,
      plotId: tree.plotId,
      treeId: tree.id,
    });
  }
  return points;
}

/** Tags of one plot that differ by leading zeros only. */
function tagsAlike(
  byPlot: ReadonlyMap<string, readonly CheckedTree[]>,
  labelOf: (plotId: string) => string,
): SurveyPoint[] {
  return [...byPlot].flatMap(([plotId, trees]) =>
    [...grouped(trees, ({ tag }) => plainTag(tag)).values()].flatMap((alike) => {
      const [first, ...others] = alike;
      return others
        .filter(({ tag }) => first !== undefined && tag !== first.tag)
        .map(({ id, tag }): SurveyPoint => ({
          key: `alike ${id}`,
          check: 'duplicate',
          title: 'Two tags that look alike',
          message: `Plot ${labelOf(plotId)} has tree ${first?.tag ?? ''} and tree ${tag}. Delete one if it is the same tree, or correct the tag.`,
          plotId,
          treeId: id,
        }));
    }),
  );
}

/** Chance of so many successes or more out of n, each with a chance of p (exact, by the terms of the binomial). */
export function binomialTail(successes: number, n: number, p: number): number {
  let logTerm = n * Math.log(1 - p);
  let tail = successes <= 0 ? Math.exp(logTerm) : 0;
  for (let k = 1; k <= n; k += 1) {
    logTerm += Math.log((n - k + 1) / k) + Math.log(p / (1 - p));
    if (k >= successes) tail += Math.exp(logTerm);
  }
  return Math.min(1, tail);
}

/** Whether a number ends in .0 or .5 when it is read in tenths. */
const isHalf = (value: number): boolean => Math.round(value * 10) % 5 === 0;

/** Observers whose diameters end in .0 or .5 too often: of ten last digits those are two. */
function digitPreference(trees: readonly CheckedTree[]): SurveyPoint[] {
  return [...grouped(trees, ({ observer }) => observer)].flatMap(([observer, own]): SurveyPoint[] => {
    const values = own.flatMap(({ readings }) =>
      readings.flatMap(({ measure, unit, value }) =>
        measure === 'diameter' && (unit === 'cm' || unit === 'in') ? [value] : [],
      ),
    );
    const halves = values.filter(isHalf).length;
    if (values.length < LEAST_DIGITS || binomialTail(halves, values.length, 0.2) > UNLIKELY) return [];
    const all = halves === values.length;
    return [
      {
        key: `digit-preference ${observer}`,
        check: 'digit-preference',
        title: 'Too many .0 and .5',
        message: `${String(halves)} of the ${String(values.length)} diameters of ${observer} end in .0 or .5, where ${printRounded(values.length / 5, 0)} would: ${all ? 'they were read to half a unit' : 'some were rounded while reading'}.`,
        plotId: null,
        treeId: null,
      },
    ];
  });
}

/** Mean and variance of its mean, of a list. */
const meanOf = (values: readonly number[]) => {
  const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
  const squares = values.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  return { mean, variance: squares / (values.length - 1) / values.length, n: values.length };
};

/**
 * Observers whose heights lie above or below those of the others about one curve, by the test of Welch.
 *
 * Source: Welch 1947, Biometrika 34:28.
 */
function observersDiffer(sound: readonly SoundTree[], curves: StandCurves): SurveyPoint[] {
  const read = sound.flatMap(({ observer, speciesCode, dbhCm, heightM }) => {
    const expected = heightByCurves(curves, { speciesCode, dbhCm, plotId: '' });
    return expected === null ? [] : [{ observer, share: Math.log(heightM / expected.heightM) }];
  });
  const shares = new Map(
    [...grouped(read, ({ observer }) => observer)].map(([name, own]) => [name, own.map(({ share }) => share)]),
  );
  const points: SurveyPoint[] = [];
  for (const [observer, own] of shares) {
    const others = [...shares].flatMap(([name, values]) => (name === observer ? [] : values));
    if (own.length < LEAST_OBSERVED || others.length < LEAST_OBSERVED) continue;
    const a = meanOf(own);
    const b = meanOf(others);
    const variance = a.variance + b.variance;
    const freedom = variance ** 2 / (a.variance ** 2 / (a.n - 1) + b.variance ** 2 / (b.n - 1));
    const t = Math.abs(a.mean - b.mean) / Math.sqrt(variance);
    if (!(2 * (1 - studentT(t, freedom)) < UNLIKELY)) continue;
    const pct = 100 * (Math.exp(a.mean - b.mean) - 1);
    points.push({
      key: `observers ${observer}`,
      check: 'observers',
      title: 'Heights differ by who read them',
      message: `The heights of ${observer} lie ${printRounded(Math.abs(pct), 0)} % ${pct > 0 ? 'above' : 'below'} those of the others at the same dbh: hold both instruments, and both distances, against each other.`,
      plotId: null,
      treeId: null,
    });
    // With two observers both differ from each other: one point says it.
    if (shares.size === 2) break;
  }
  return points;
}

/** A tree that was guessed and not measured is not asked for its height. */
const lacksHeight = ({ heightM, dbhCm, notes }: CheckedTree): boolean =>
  heightM === null && (dbhCm !== null || notes?.predictedVolumeM3 === undefined);

function ofPlots(
  plots: readonly CheckedPlot[],
  treesOf: (plotId: string) => readonly CheckedTree[],
  { heights: rule, phases, slopeRadius }: CheckedDesign,
  system: UnitSystem,
): SurveyPoint[] {
  // Where trees are counted at points, one without a measured tree is as it should be.
  const isCounted = ({ auxiliary }: CheckedPlot): boolean =>
    phases?.kind === 'count-measure' && typeof auxiliary === 'number';
  return plots.flatMap((plot): SurveyPoint[] => {
    const own = treesOf(plot.id);
    const at = { plotId: plot.id, treeId: null };
    if (own.length === 0) {
      if (!plot.finished || plot.empty || isCounted(plot)) return [];
      return [
        {
          ...at,
          key: `undeclared-empty-plot ${plot.id}`,
          check: 'undeclared-empty-plot',
          title: 'A plot without trees',
          message: `Plot ${plot.label} is finished and has no tree: say that it is empty, or tally it. It counts as zero.`,
        },
      ];
    }
    const asked = own.map((tree) => ({ ...tree, hasHeight: tree.heightM !== null }));
    const missing = plot.finished ? asked.filter((tree, i) => asksHeight(rule, asked, i) && lacksHeight(tree)) : [];
    const beyond = own.flatMap((tree): SurveyPoint[] => {
      const limitM = limitingDistanceM(plot.shape, tree.readDbhCm ?? tree.dbhCm, {
        slopeRadius,
        slopePct: plot.slopePct,
      });
      const { awayM } = tree.notes ?? {};
      if (limitM === null || awayM === undefined || awayM <= limitM + 0.005) return [];
      return [
        {
          key: `beyond-limit ${tree.id}`,
          check: 'beyond-limit',
          title: 'Beyond the limit',
          message: `Tree ${tree.tag} of plot ${plot.label} stands ${lengthWords(awayM, system)} from the middle, ${thicknessWords(100 * (awayM - limitM), system)} beyond its limit: it is out.`,
          plotId: plot.id,
          treeId: tree.id,
        },
      ];
    });
    return [
      ...beyond,
      ...(missing.length === 0
        ? []
        : [
            {
              ...at,
              key: `heights ${plot.id}`,
              check: 'heights' as const,
              title: 'Heights that were asked for',
              message: `Plot ${plot.label} lacks the height of ${missing.length === 1 ? 'tree' : 'trees'} ${missing.map(({ tag }) => tag).join(', ')}: the curve fills in.`,
            },
          ]),
    ];
  });
}

/** Everything worth a second look in a survey as a whole: what one tree by itself cannot tell. */
export function checkSurvey(
  plots: readonly CheckedPlot[],
  trees: readonly CheckedTree[],
  design: CheckedDesign,
  breastHeightM: number,
  system: UnitSystem = 'metric',
): readonly SurveyPoint[] {
  const labels = new Map(plots.map(({ id, label }) => [id, label]));
  const labelOf = (plotId: string): string => labels.get(plotId) ?? '';
  const byPlot = grouped(trees, ({ plotId }) => plotId);
  const sound = trees.filter(isSound);
  const curves = standCurves(sound, breastHeightM);
  return [
    ...farFromCurve(sound, curves, labelOf, system),
    ...talliedTwice(trees, labelOf),
    ...tagsAlike(byPlot, labelOf),
    ...digitPreference(trees),
    ...observersDiffer(sound, curves),
    ...ofPlots(plots, (plotId) => byPlot.get(plotId) ?? [], design, system),
  ];
}
