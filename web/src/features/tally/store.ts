import {
  type CalloutContext,
  emptyForm,
  fieldsOutsideCallout,
  type FormProtocol,
  parseCallout,
  type ParsedCallout,
  type ParsedTree,
  parseTreeForm,
  printCallout,
  printTreeForm,
  type TreeForm,
  withKitErrors,
} from '@arbolito/core/callout';
import {
  evaluateTreeWithCurve,
  findingsOfTree,
  heightEvidence,
  isBroken,
  type LastVisit,
  lookalikeTag,
  notesOfTree,
  type PlacedFinding,
  type TreeContext,
  type TreeRecord,
  type TreeResult,
} from '@arbolito/core/tree';
import { treeOfView } from '../../contracts/tree-write.ts';
import {
  blockingErrors,
  correctionWrite,
  deleteWrite,
  newTreeWrite,
  stampOf,
  treeChanges,
  undoWrite,
  waitingTrees,
} from '../../client/tree-writes.ts';
import { atom, computed, type ReadableAtom } from 'nanostores';
import {
  type AskedTree,
  asksHeight,
  classWidth,
  classLimits,
  deadCodes,
  diameterClass,
  type Species,
  type SurveyDesign,
} from '@arbolito/core/protocol';
import { estimateOf } from '@arbolito/core/uncertainty';
import type { CurveSums, StandCurves } from '@arbolito/core/height-curve';
import type { KitAtHand } from '@arbolito/core/instruments';
import {
  isSelectedBy3P,
  plotSums,
  type PlotSums,
  plotTotaller,
  type PlotTotals,
  type TalliedTree,
  talliedTrees,
  volumeRatio,
  type VolumeRatio,
} from '@arbolito/core/inventory';
import { printLength } from '@arbolito/core/units';
import { expansionFactorPerHa, limitingDistanceM } from '@arbolito/core/plot';
import { defaultMethod, findMethod } from '@arbolito/core/methods';
import { call } from '../../client/api.ts';
import { deviceStorage } from '../../client/device/device-storage.ts';
import {
  beyondCopies,
  confirmedWrites,
  follow,
  isFollowed,
  notSent,
  send,
  type WriteResult,
} from '../../client/device/outbox.ts';
import type { PlainTree, PlotCopy, PlotRevision, TreeAfterWrite } from '../../contracts/sync.ts';
import type { PlotView, TreeView } from '../../contracts/views.ts';
import { concernsPlot, type Row, rowOf, rowsOf, withAnswer } from './rows.ts';
import { t } from '../../messages/text.ts';

export interface TallySettings extends FormProtocol {
  readonly species: readonly Species[];
  /** What the crew measures with. */
  readonly kit: readonly KitAtHand[];
  readonly eyeHeightM: number;
  readonly design: SurveyDesign;
  /** The curves that heights are taken from where none was measured. */
  readonly standCurves: StandCurves;
  /** The survey's height curve of each species, which a tree is judged by. */
  readonly curves: Readonly<Record<string, CurveSums>>;
}

export interface RowFigures {
  readonly row: Row;
  readonly reckoned: TreeResult;
  readonly findings: readonly PlacedFinding[];
  readonly tallied: readonly TalliedTree[];
}

/** Something that was done here and can be taken back. */
export type Done =
  | { readonly kind: 'correction'; readonly id: string }
  | { readonly kind: 'tree'; readonly id: string; readonly tag: string };

export interface TallyState {
  readonly rows: readonly Row[];
  readonly line: string;
  /** The row whose tree stands on the line; null for a new one. */
  readonly selected: string | null;
  readonly message: { readonly words: string; readonly alarm: boolean; readonly undo: boolean } | null;
  /** What can be taken back, the latest last: corrections, and trees that were kept. */
  readonly done: readonly Done[];
}

export interface TallyStateView extends TallyState {
  readonly parsed: ParsedCallout;
  readonly figures: readonly RowFigures[];
  readonly sums: PlotSums;
  /** The tree on the line, worked out as it is typed. */
  readonly preview: TreeResult;
  readonly tagUsed: boolean;
  readonly nextTag: string;
  /** What one would want to know of the tree on the line before it is kept; none of it stops anybody. */
  readonly hints: readonly string[];
  /** Trees whose height the survey asks for and that have none. */
  readonly heightsAsked: ReadonlySet<string>;
  /** Where every tree is guessed: those without a diameter that are to be measured. */
  readonly toMeasure: ReadonlySet<string>;
}

export interface TallyStore {
  readonly $view: ReadableAtom<TallyStateView>;
  readonly write: (line: string) => void;
  readonly enter: () => void;
  readonly walk: (by: 1 | -1) => void;
  readonly select: (id: string | null) => void;
  readonly remove: () => void;
  readonly undo: () => void;
  /** Brings the last tree onto an empty line: whole, or its species and distance only. */
  readonly again: (what: 'tree' | 'species') => void;
  /** Counts one tree of a species in a class. */
  readonly dot: (speciesCode: string, named: number) => void;
  /** Whether the plot is shown as it was at a revision, or later. */
  readonly knows: (revision: number) => boolean;
  /** Shows the plot as a later copy has it, with what was entered here and is not in it. */
  readonly absorb: (copy: PlotCopy) => void;
}

/** Volume per basal area on the other plots, for trees without a height where no curve helps either. */
export interface OtherPlotsRatio {
  readonly bySpecies: Readonly<Record<string, number>>;
  readonly pooled: number | null;
}

interface TallyStart {
  readonly plot: PlotView;
  readonly trees: readonly PlainTree[];
  readonly elsewhere: OtherPlotsRatio;
  /** What the visit before left on this plot, by tag. */
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  readonly settings: TallySettings;
  readonly observer: string;
}

/** What is known of a tree by its species, its plot and the visit before. */
const contextOf = (
  { speciesCode, tag }: Pick<TreeRecord, 'speciesCode' | 'tag'>,
  { settings, lastVisits, plot }: TallyStart,
): TreeContext => ({
  species: settings.species.find(({ code }) => code === speciesCode),
  lastVisit: lastVisits[tag],
  heightContext: heightEvidence({ ...settings, slopePct: plot.slopePct }),
});

/** A tree judged as the server judges it: by the survey's curve, without itself where it is on record. */
function judged({ tree, unread }: ParsedTree, isOnRecord: boolean, start: TallyStart): TreeResult {
  const { settings } = start;
  const sums = settings.curves[tree.speciesCode];
  return evaluateTreeWithCurve(
    tree,
    settings,
    { ...contextOf(tree, start), unread },
    sums === undefined ? undefined : { sums, holdsTree: isOnRecord && tree.condition === 'live' },
  );
}

function figuresOf(row: Row, start: TallyStart): RowFigures {
  const { settings, plot } = start;
  const { tree } = row;
  const reckoned = judged({ tree, unread: [] }, row.onRecord !== null, start);
  return {
    row,
    reckoned,
    findings: findingsOfTree(reckoned).filter(({ severity }) => severity !== 'note'),
    tallied: talliedTrees(
      {
        speciesCode: tree.speciesCode,
        diametersCm: reckoned.diametersCm,
        readDiametersCm: reckoned.readDiametersCm,
        dead: tree.condition === 'dead',
        heightM: reckoned.height === null ? null : (estimateOf(reckoned.height)?.value ?? null),
        volumeM3: reckoned.volume?.value ?? null,
        plotId: plot.id,
        notes: notesOfTree(tree).notes,
        broken: isBroken(tree),
      },
      {
        curves: settings.standCurves,
        volumes: settings.volumes,
        formFactor: settings.formFactor,
        breastHeightM: settings.fieldRules.breastHeightM,
      },
    ),
  };
}

const nextTagOf = (rows: readonly Row[]): string => {
  const numbers = rows.map(({ tree }) => Number(tree.tag)).filter(Number.isInteger);
  return String(Math.max(0, ...numbers) + 1);
};

/** Volume per basal area of this plot’s own trees; of the other plots where it has none of a species. */
function ratioWith(own: PlotTotals, elsewhere: OtherPlotsRatio): VolumeRatio {
  const here = volumeRatio([own]);
  return {
    ...here,
    bySpecies: new Map([...Object.entries(elsewhere.bySpecies), ...here.bySpecies]),
    pooled: here.pooled ?? elsewhere.pooled,
  };
}

const heightOf = ({ height }: TreeResult): number | null =>
  height === null ? null : (estimateOf(height)?.value ?? null);

/** A tree of the tally as the height rule asks about it. */
const askedTree = (speciesCode: string, reckoned: TreeResult, { fieldRules }: TallySettings): AskedTree => {
  const dbhCm = reckoned.dbh?.value ?? null;
  return {
    speciesCode,
    dbhCm,
    hasHeight: heightOf(reckoned) !== null,
    diameterClass: dbhCm === null ? null : diameterClass(dbhCm, fieldRules.classes),
  };
};

/** A tree that was guessed and not measured is not asked for its height. */
const isMeasured = ({ tree }: Row, { dbhCm }: AskedTree): boolean =>
  dbhCm !== null || tree.predictedVolumeM3 === undefined;

function heightsAskedOf(figures: readonly RowFigures[], settings: TallySettings): ReadonlySet<string> {
  const asked = figures.map(({ row, reckoned }) => askedTree(row.tree.speciesCode, reckoned, settings));
  return new Set(
    figures.flatMap(({ row }, i) =>
      asked[i]?.hasHeight === false && isMeasured(row, asked[i]) && asksHeight(settings.design.heights, asked, i)
        ? [row.id]
        : [],
    ),
  );
}

function toMeasureOf(figures: readonly RowFigures[], { design: { phases } }: TallySettings): ReadonlySet<string> {
  if (phases?.kind !== 'three-p') return new Set();
  return new Set(
    figures.flatMap(({ row: { id, tree }, reckoned }) => {
      const { predictedVolumeM3 } = tree;
      return predictedVolumeM3 !== undefined &&
        reckoned.dbh === null &&
        isSelectedBy3P(id, predictedVolumeM3, phases.sureToMeasureM3)
        ? [id]
        : [];
    }),
  );
}

/** What one would want to know of the tree on the line before it is kept. */
function hintsOf(
  draft: TreeForm,
  preview: TreeResult,
  figures: readonly RowFigures[],
  { line, selected }: TallyState,
  { plot, settings }: TallyStart,
): readonly string[] {
  if (line.trim() === '') return [];
  const others = figures.filter(({ row }) => row.id !== selected);
  const name = settings.species.find(({ code }) => code === draft.speciesCode)?.name;
  const isNew =
    name !== undefined && others.length > 0 && others.every(({ row }) => row.tree.speciesCode !== draft.speciesCode);
  const dbhCm = preview.readDiametersCm[0] ?? null;
  const limitM = limitingDistanceM(plot.shape, dbhCm, {
    slopeRadius: settings.design.slopeRadius,
    slopePct: plot.slopePct,
  });
  const { awayM } = draft.notes ?? {};
  const place = figures.findIndex(({ row }) => row.id === selected);
  const asked = [
    ...(place < 0 ? others : figures).map(({ row, reckoned }) => askedTree(row.tree.speciesCode, reckoned, settings)),
  ];
  const at = place < 0 ? asked.length : place;
  asked[at] = askedTree(draft.speciesCode, preview, settings);
  const lacksHeight = dbhCm !== null && heightOf(preview) === null && asksHeight(settings.design.heights, asked, at);
  const alike = lookalikeTag(
    draft.tag,
    others.map(({ row }) => row.tree.tag),
  );
  return [
    ...(draft.tag !== '' && alike !== undefined
      ? [t('tally.tag-is-close-to-tag', 'Tag {tag} is close to tag {alike}: the same tree?', { tag: draft.tag, alike })]
      : []),
    ...(isNew ? [t('tally.is-new-in-this-plot', '{name} is new in this plot', { name })] : []),
    ...(limitM !== null && awayM !== undefined && awayM > limitM + 0.005
      ? [
          t(
            'tally.out-limiting-distance-the-tree',
            'Out: limiting distance {limitM}, the tree is {round} cm beyond it',
            { limitM: printLength(limitM, settings.unitSystem), round: String(Math.round(100 * (awayM - limitM))) },
          ),
        ]
      : []),
    ...(dbhCm !== null && expansionFactorPerHa(plot.shape, dbhCm) === 0
      ? [t('tally.below-the-smallest-dbh-of', 'Below the smallest dbh of this plot: not counted')]
      : []),
    ...(lacksHeight ? [t('tally.measure-the-height', 'Measure the height')] : []),
    ...(settings.design.phases?.kind === 'three-p' && draft.notes?.predictedVolumeM3 === undefined
      ? [t('tally.predict-the-volume-first-kpi', 'Predict the volume first: kpi and the volume')]
      : []),
  ];
}

const hasHeight = ({ heights }: TreeRecord): boolean => Object.keys(heights[0]?.measurement.readings ?? {}).length > 0;

/**
 * The line as it is read while it is typed. Half a line can belong to several methods: then it is read by the method of the
 * last height on the plot, or by the usual one.
 */
function parsedLine(line: string, rows: readonly Row[], context: CalloutContext): ParsedCallout {
  const parsed = parseCallout(line, context);
  const { methodId, entries } = parsed.draft.height;
  const readings = findMethod(methodId)?.description.readings ?? [];
  const isBegun = readings.some(({ key }) => entries[key] !== undefined);
  if (!isBegun || readings.every(({ key }) => entries[key] !== undefined)) return parsed;
  const last = rows.findLast(({ tree }) => hasHeight(tree))?.tree.heights[0];
  const usual = last?.measurement.method ?? defaultMethod('height').description.id;
  return parseCallout(line, { ...context, inHand: ({ measure }) => (measure === 'height' ? usual : undefined) });
}

const lineKeyOf = (plotId: string): string => `arbolito.tally-line.${plotId}`;

/** Stores the line as it is typed, with the row it corrects, so that a reload or an empty battery loses nothing. */
function rememberLine(plotId: string, { line, selected }: Pick<TallyState, 'line' | 'selected'>): void {
  if (line === '') deviceStorage.remove(lineKeyOf(plotId));
  else deviceStorage.put(lineKeyOf(plotId), JSON.stringify({ line, selected }));
}

/** The line of an earlier page. A correction whose tree is gone is not offered as a new tree. */
function rememberedLine(plotId: string, rows: readonly Row[]): Pick<TallyState, 'line' | 'selected'> {
  const none = { line: '', selected: null };
  let stored: unknown;
  try {
    stored = JSON.parse(deviceStorage.get(lineKeyOf(plotId)) ?? 'null');
  } catch {
    return none;
  }
  const { line, selected } = (stored ?? none) as { readonly line?: unknown; readonly selected?: unknown };
  if (typeof line !== 'string') return none;
  if (typeof selected !== 'string') return { line, selected: null };
  return rows.some(({ id }) => id === selected) ? { line, selected } : none;
}

/** The state of one plot's tally. */
export function tallyStore(start: TallyStart): TallyStore {
  const { plot, trees, elsewhere, settings, observer } = start;
  const context: CalloutContext = { ...settings, conditions: settings.design.conditions };
  const dead = deadCodes(settings.design.conditions);
  const read = (form: TreeForm, row?: Row): ParsedTree =>
    parseTreeForm(form, {
      ...settings,
      conditions: settings.design.conditions,
      stamp: stampOf(observer),
      kept: row?.tree,
    });
  const printed = ({ tree }: Row): string => printCallout(printTreeForm(tree), settings);
  // What was answered while this page was being opened is on the record.
  const onRecord = confirmedWrites.reduce<readonly PlainTree[]>(
    (list, { write, answer }) =>
      concernsPlot(write, plot.id, list) ? withAnswer(list, answer as TreeAfterWrite | null) : list,
    trees,
  );
  let base = { trees: onRecord, revision: plot.revision };
  const rows = rowsOf(base, beyondCopies(), plot.id, dead);
  const $state = atom<TallyState>({
    rows,
    ...rememberedLine(plot.id, rows),
    message: null,
    done: [],
  });
  const memo = new WeakMap<Row, RowFigures>();
  const figured = (row: Row): RowFigures => {
    const known = memo.get(row);
    if (known !== undefined) return known;
    const made = figuresOf(row, start);
    memo.set(row, made);
    return made;
  };

  const totalsOf = plotTotaller(settings.fieldRules);
  const $view = computed($state, (state): TallyStateView => {
    const figures = state.rows.map(figured);
    const parsed = parsedLine(state.line, state.rows, context);
    const own = totalsOf({ shape: plot.shape, trees: figures.flatMap(({ tallied }) => tallied) });
    // With the errors of the kit, as the tree is kept: preview and record show the same figures.
    const typed = parseTreeForm(withKitErrors(parsed.draft, settings.kit), {
      ...settings,
      conditions: settings.design.conditions,
    });
    const preview = judged(typed, false, start);
    return {
      ...state,
      hints: hintsOf(parsed.draft, preview, figures, state, start),
      heightsAsked: heightsAskedOf(figures, settings),
      toMeasure: toMeasureOf(figures, settings),
      parsed,
      figures,
      sums: plotSums(own, ratioWith(own, elsewhere)),
      preview,
      tagUsed: state.rows.some(
        ({ id, tree }) => id !== state.selected && tree.tag !== '' && tree.tag === parsed.draft.tag,
      ),
      nextTag: nextTagOf(state.rows),
    };
  });

  const patch = (change: Partial<TallyState>): void => {
    $state.set({ ...$state.get(), ...change });
    if (change.line !== undefined) rememberLine(plot.id, $state.get());
  };
  const say = (words: string, alarm = false, undo = false): void => {
    patch({ message: { words, alarm, undo } });
  };
  const replace = (id: string, by: (row: Row) => Row): void => {
    patch({ rows: $state.get().rows.map((row) => (row.id === id ? by(row) : row)) });
  };
  const stored = (id: string): void => {
    replace(id, (row) => (row.state === 'storing' ? { ...row, state: 'waiting' } : row));
  };
  /** Another crew has given the tag of a new tree to another one: the tree is with the changes that wait for a person. */
  function waitForTag(id: string): void {
    const row = $state.get().rows.find((each) => each.id === id);
    if (row === undefined) return;
    patch({ rows: $state.get().rows.filter((each) => each.id !== id) });
    say(
      t('tally.tag-given-twice', 'Tag {tag} was given to another tree as well. This tree waits under “Conflicts”.', {
        tag: row.tree.tag,
      }),
      true,
    );
  }

  /** The revision of the plot that holds the last answered write: an older copy would take that back. */
  let newest = plot.revision;
  const noteRevision = (state: PlotRevision | null): void => {
    newest = Math.max(newest, state?.revision ?? 0);
  };
  /** Trees whose deletion is being stored. */
  const leaving = new Set<string>();
  /** The last write of each tree that is not answered: answers to those before show an older tree. */
  const lastWrites = new Map<string, string>();
  const settle =
    (id: string, before: Row | null, correctionId: string | null) =>
    (fate: WriteResult): void => {
      const isLast = lastWrites.get(id) === (correctionId ?? id);
      if (fate.kind === 'kept') {
        noteRevision(fate.plot);
        const tree = fate.answer as TreeAfterWrite | null;
        if (tree === null) {
          waitForTag(id);
          return;
        }
        replace(id, (row) => (isLast ? rowOf(tree) : { ...row, onRecord: treeOfView(tree) }));
        patch({
          done: [
            ...$state.get().done,
            correctionId === null ? { kind: 'tree', id, tag: tree.tag } : { kind: 'correction', id: correctionId },
          ],
        });
        return;
      }
      // Refused: the tally goes back, and what was entered stands on the line again.
      const entered = $state.get().rows.find((row) => row.id === id);
      if (before === null) patch({ rows: $state.get().rows.filter((row) => row.id !== id) });
      else if (isLast)
        replace(id, (row) => (row.onRecord === null ? before : { ...row, tree: row.onRecord, state: 'kept' }));
      if (entered !== undefined && $state.get().line === '') {
        patch({ line: printed(entered), selected: before === null ? null : id });
      }
      say(fate.problem.detail, true);
    };

  /** @param row the tree as it is shown where it stays */
  const settleDeletion =
    (row: Row, writeId: string) =>
    (fate: WriteResult): void => {
      const comeBack = (back: Row): void => {
        patch({ rows: [...$state.get().rows.filter(({ id }) => id !== back.id), back] });
      };
      if (fate.kind === 'kept') {
        noteRevision(fate.plot);
        const tree = fate.answer as TreeAfterWrite | null;
        // Others have changed it: it stays until a person decides.
        if (tree?.deleted === false) comeBack(rowOf(tree));
        else patch({ done: [...$state.get().done, { kind: 'correction', id: writeId }] });
      } else {
        comeBack(row);
        say(fate.problem.detail, true);
      }
    };

  /** Asks what becomes of waiting writes of trees of this plot that nothing on this page is told of: those of earlier pages, mostly. */
  const followWaiting = (): void => {
    const shown = $state.get().rows;
    for (const { id } of waitingTrees(notSent(), plot.id)) {
      if (isFollowed(id) || shown.every((row) => row.id !== id)) continue;
      lastWrites.set(id, id);
      follow(id, settle(id, null, null));
    }
    for (const { kind, treeId, writeId } of treeChanges(notSent())) {
      if (isFollowed(writeId)) continue;
      const row = shown.find(({ id }) => id === treeId);
      const deleted = base.trees.find(({ id }) => id === treeId);
      if (kind === 'deletion' && deleted !== undefined) follow(writeId, settleDeletion(rowOf(deleted), writeId));
      if (kind === 'deletion' || row === undefined) continue;
      lastWrites.set(treeId, writeId);
      follow(writeId, settle(treeId, { ...row, tree: row.onRecord ?? row.tree, state: 'kept' }, writeId));
    }
  };
  followWaiting();

  const keepNew = (tree: TreeRecord): void => {
    const write = newTreeWrite(tree, plot.id, observer, settings.fieldRules);
    patch({
      rows: [...$state.get().rows, { id: write.id, tree, onRecord: null, state: 'storing' }],
      line: '',
      message: null,
    });
    if (settings.design.phases?.kind === 'three-p' && tree.predictedVolumeM3 !== undefined)
      say(
        $view.get().toMeasure.has(write.id)
          ? t('tally.measure-tree', 'Measure tree {tag}.', { tag: tree.tag })
          : t('tally.tree-the-prediction-is-enough', 'Tree {tag}: the prediction is enough.', { tag: tree.tag }),
      );
    lastWrites.set(write.id, write.id);
    void send(write, settle(write.id, null, null)).then(() => {
      stored(write.id);
    });
  };
  const keepCorrection = (row: Row, tree: TreeRecord): void => {
    const write = correctionWrite(tree, row.tree, observer, settings.fieldRules);
    replace(row.id, () => ({ ...row, tree, state: 'storing' }));
    patch({
      line: '',
      selected: null,
      message: {
        words: t('tally.tree-corrected', 'Tree {tag} corrected.', { tag: tree.tag }),
        alarm: false,
        undo: true,
      },
    });
    lastWrites.set(row.id, write.id);
    void send(write, settle(row.id, row, write.id)).then(() => {
      stored(row.id);
    });
  };

  const select = (id: string | null): void => {
    const row = $state.get().rows.find((candidate) => candidate.id === id);
    patch({
      selected: row?.id ?? null,
      line: row === undefined ? '' : printed(row),
      message: null,
    });
  };

  return {
    $view,
    write: (line) => {
      patch({ line, message: null });
    },
    select,
    walk: (by) => {
      const { rows, selected } = $state.get();
      const at = selected === null ? rows.length : rows.findIndex(({ id }) => id === selected);
      select(rows[at + by]?.id ?? (by < 0 ? (rows[0]?.id ?? null) : null));
    },
    enter: () => {
      const { parsed, selected, rows, line, tagUsed, nextTag } = $view.get();
      if (line.trim() === '') return;
      if (!parsed.ok) {
        say(
          t('tally.some-parts-were-not-understood', 'Some parts were not understood. Check the underlined parts.'),
          true,
        );
        return;
      }
      const row = rows.find(({ id }) => id === selected);
      const called: TreeForm = {
        ...parsed.draft,
        // A line without a tag keeps the tree's own; a new tree gets the next number.
        tag: parsed.draft.tag === '' ? (row?.tree.tag ?? nextTag) : parsed.draft.tag,
        // The line does not speak of how the tree was taped, nor of its other heights: what was noted stays.
        ...(row === undefined ? {} : fieldsOutsideCallout(printTreeForm(row.tree))),
      };
      const typed = read(withKitErrors(called, settings.kit), row);
      const { tree } = typed;
      const [hindrance] = blockingErrors(typed, settings);
      if (hindrance !== undefined) {
        say(hindrance.message, true);
        return;
      }
      if (tagUsed) {
        say(
          t(
            'tally.tree-is-already-in-this-plot',
            'Tree {tag} is already in this plot. The next free tag is #{nextTag}.',
            { tag: tree.tag, nextTag },
          ),
          true,
        );
        return;
      }
      if (row === undefined) keepNew(tree);
      else keepCorrection(row, tree);
    },
    remove: () => {
      const row = $state.get().rows.find(({ id }) => id === $state.get().selected);
      if (row === undefined) return;
      const write = deleteWrite(row.tree, observer);
      patch({ rows: $state.get().rows.filter(({ id }) => id !== row.id), line: '', selected: null });
      say(t('tally.tree-deleted', 'Tree {tag} deleted.', { tag: row.tree.tag }), false, true);
      leaving.add(row.id);
      const gone = send(write, settleDeletion(row, write.id));
      void gone.then(() => leaving.delete(row.id));
    },
    again: (what) => {
      const { rows, line } = $state.get();
      const last = rows.at(-1);
      if (line.trim() !== '' || last === undefined) return;
      const draft = printTreeForm(last.tree);
      const same: TreeForm =
        what === 'tree'
          ? { ...draft, tag: '' }
          : {
              ...emptyForm(),
              speciesCode: draft.speciesCode,
              height: {
                methodId: draft.height.methodId,
                entries: Object.fromEntries(Object.entries(draft.height.entries).filter(([key]) => key === 'distance')),
              },
            };
      patch({ line: `${printCallout(same, settings)} `, selected: null, message: null });
    },
    dot: (speciesCode, named) => {
      const rule = settings.fieldRules.classes;
      const { width, unit } = classWidth(rule.width);
      const { from, to } = classLimits(named, rule);
      // A tree of a class lies anywhere in it: its error is that of an even spread over the width.
      const entry = { text: String((from + to) / 2), unit, standardError: width / Math.sqrt(12) };
      const counted: TreeForm = {
        ...emptyForm(),
        tag: nextTagOf($state.get().rows),
        speciesCode,
        diameter: { methodId: 'diameter.tape', entries: { diameter: entry } },
      };
      keepNew(read(counted).tree);
    },
    knows: (revision) => revision <= newest,
    absorb: ({ plot: { revision }, trees: read }) => {
      if (revision < newest || revision === base.revision) return;
      newest = revision;
      base = { trees: read, revision };
      const { rows: before, selected } = $state.get();
      const storing = new Map(before.filter(({ state }) => state === 'storing').map((row) => [row.id, row]));
      const now = rowsOf(base, beyondCopies(), plot.id, dead).filter(({ id }) => !leaving.has(id));
      const shown = now.map((row) => {
        const own = storing.get(row.id);
        return own === undefined ? row : { ...own, onRecord: row.onRecord };
      });
      const unknown = [...storing.values()].filter(({ id }) => now.every((row) => row.id !== id));
      const places = new Map(before.map(({ id }, at) => [id, at]));
      const placeOf = ({ id }: Row): number => places.get(id) ?? before.length;
      patch({ rows: [...shown, ...unknown].sort((a, b) => placeOf(a) - placeOf(b)) });
      followWaiting();
      if (selected !== null && $state.get().rows.every(({ id }) => id !== selected)) {
        patch({ selected: null });
        say(t('tally.deleted-by-others', 'Another crew has deleted this tree.'), true);
      }
    },
    undo: () => {
      const { done } = $state.get();
      const last = done.at(-1);
      if (last === undefined) {
        say(t('tally.nothing-to-undo', 'Nothing to undo.'));
        return;
      }
      patch({ done: done.slice(0, -1), message: null });
      if (last.kind === 'tree') {
        takeBack(last);
        return;
      }
      const write = undoWrite(last.id, observer);
      void send(write, (fate) => {
        if (fate.kind === 'refused') {
          say(fate.problem.detail, true);
          return;
        }
        const { subjectId } = fate.answer as { readonly subjectId: string };
        void bringBack(subjectId);
      });
    },
  };

  /** A tree that was just kept goes off the plot again; its readings stay on the record. */
  function takeBack({ id, tag }: { readonly id: string; readonly tag: string }): void {
    const row = $state.get().rows.find((each) => each.id === id);
    if (row === undefined) return;
    patch({ rows: $state.get().rows.filter((each) => each.id !== id), selected: null });
    if ($state.get().line === '') patch({ line: printed(row) });
    say(t('tally.tree-undone-its-text-is', 'Tree {tag} undone. Its text is back on the line.', { tag }));
    leaving.add(id);
    const gone = send(deleteWrite(row.tree, observer), (fate) => {
      if (fate.kind === 'kept') {
        noteRevision(fate.plot);
        return;
      }
      patch({ rows: [...$state.get().rows, row] });
      say(fate.problem.detail, true);
    });
    void gone.then(() => leaving.delete(id));
  }

  async function bringBack(treeId: string): Promise<void> {
    const tree = await call<TreeView>('GET', `/api/trees/${treeId}`);
    const rows = $state.get().rows.filter(({ id }) => id !== treeId);
    const restored = [...rows, rowOf(tree)].sort((a, b) =>
      a.tree.tag.localeCompare(b.tree.tag, 'en', { numeric: true }),
    );
    patch({ rows: restored });
    say(t('tally.tree-is-restored', 'Tree {tag} is restored.', { tag: tree.tag }));
  }
}
