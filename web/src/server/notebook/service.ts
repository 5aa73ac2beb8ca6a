import { v5 as uuidFromName } from 'uuid';
import { COMMON_CONDITIONS, COMMON_SPECIES, USUAL_BREAST_HEIGHT_M } from '@arbolito/core/protocol';
import { assembleTree, evaluateTree, type PlacedReading } from '@arbolito/core/tree';
import { estimateOf } from '@arbolito/core/uncertainty';
import type { UnitSystem } from '@arbolito/core/units';
import { placedReading, toTreeWrite } from '../../contracts/tree-write.ts';
import type { NotebookMoveDto, NotebookTreeDto, NotebookView } from '../../contracts/notebook.ts';
import type { ActDto } from '../../contracts/tree.ts';
import type { TreeView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { fullUp, notFound, Problem } from '../problem.ts';
import { LOOSE_SETTINGS } from '../sheet-settings.ts';
import { checkTree } from '../trees/check-tree.ts';
import type { TreeCommands } from '../trees/commands.ts';
import { figureOf } from '../../computation/evaluate-row.ts';
import { meantReadings } from '../trees/readings.ts';
import type { NewNotebookRow, NotebookRepository, NotebookRow } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface NotebookService {
  /** Trees that are in the notebook, the latest first. */
  readonly list: () => Promise<NotebookView[]>;
  /** @throws Problem 404 */
  readonly get: (treeId: string) => Promise<NotebookView>;
  /** Whether there is such a tree, or was one. */
  readonly isKnown: (treeId: string) => Promise<boolean>;
  /** Keeps a tree, or a new version of it; the same write again changes nothing. @throws Problem 422 at each field */
  readonly save: (tree: NotebookTreeDto) => Promise<{ readonly tree: NotebookView; readonly created: boolean }>;
  readonly remove: (treeId: string, act: ActDto) => Promise<NotebookView>;
  /** Takes the last change back: a deleted tree is there again. */
  readonly undo: (treeId: string, act: ActDto) => Promise<NotebookView>;
  /** Puts it onto a plot of a survey. @throws Problem 409 where that was done already, 422 at each field */
  readonly move: (treeId: string, move: NotebookMoveDto) => Promise<TreeView>;
}

interface Dependencies {
  readonly repository: NotebookRepository;
  readonly trees: Pick<TreeCommands, 'create'>;
}

/** Trees that a notebook may hold. */
const MOST_TREES = 20_000;

/** What a tree without a survey is checked and worked out by. */
const looseSettings = (unitSystem: UnitSystem) => {
  const breastHeightM = USUAL_BREAST_HEIGHT_M[unitSystem];
  return { ...LOOSE_SETTINGS, unitSystem, fieldRules: { ...LOOSE_SETTINGS.fieldRules, breastHeightM } };
};

/** A species that nobody named. */
const NO_SPECIES = { code: '', name: '', crown: 'dome' } as const;

const treeOf = ({ treeId, speciesCode, parts }: NotebookRow) =>
  assembleTree({ id: treeId, tag: '1', speciesCode, ...parts });

function viewOf(row: NotebookRow): NotebookView {
  const { treeId, name, place, note, stringKept, unitSystem, speciesCode, parts, observer, movedTo } = row;
  const species = COMMON_SPECIES.find(({ code }) => code === speciesCode);
  const result = evaluateTree(treeOf(row), looseSettings(unitSystem), { species });
  return {
    id: treeId,
    name,
    place,
    note,
    stringKept,
    unitSystem,
    speciesCode,
    speciesName: species?.name ?? null,
    observer,
    madeAt: new Date(row.madeAt).toISOString(),
    stems: parts.stems,
    readings: parts.readings,
    taping: parts.taping ?? null,
    heights: parts.heights ?? null,
    notes: parts.notes ?? null,
    dbh: figureOf(result.dbh),
    height: figureOf(result.height === null ? null : estimateOf(result.height)),
    volume: figureOf(result.volume),
    movedTo,
  };
}

/** Readings of a write: those that stand as they were stay those of whoever read them. */
function readingsOf(write: NotebookTreeDto, before: NotebookRow | null): PlacedReading[] {
  const known = new Map((before?.parts.readings ?? []).map((reading) => [reading.id, reading]));
  const by = { observer: write.observer, device: write.device };
  return meantReadings(write.readings).map((reading) => known.get(reading.id) ?? placedReading(reading, by));
}

const inConflict = (): Problem =>
  new Problem(
    'conflict',
    t('server.notebook-changed-meanwhile', 'This tree of the notebook was changed meanwhile. Open it again.'),
  );

export function notebookService({ repository, trees }: Dependencies): NotebookService {
  const found = async (treeId: string): Promise<NotebookRow> => {
    const row = await repository.find(treeId);
    if (row === null) throw notFound(t('server.this-notebook-tree', 'This tree of the notebook'));
    return row;
  };
  const there = async (treeId: string): Promise<NotebookRow> => {
    const row = await found(treeId);
    if (row.deleted) throw notFound(t('server.this-notebook-tree', 'This tree of the notebook'));
    return row;
  };
  /** Adds a version; the same write again adds nothing. */
  const add = async (row: NewNotebookRow): Promise<{ readonly row: NotebookRow; readonly created: boolean }> => {
    const kept = async (): Promise<NotebookRow | null> => {
      const known = await repository.findWrite(row.id);
      if (known !== null && known.writeDigest !== row.writeDigest) throw inConflict();
      return known;
    };
    const known = await kept();
    if (known !== null) return { row: await found(known.treeId), created: false };
    try {
      await repository.insert(row);
    } catch (error) {
      if (brokenConstraint(error) === null) throw error;
      if ((await kept()) === null) throw inConflict();
    }
    return { row: await found(row.treeId), created: true };
  };
  /** The next version of a tree, with something of it changed. */
  const next = (row: NotebookRow, act: ActDto, digest: string, over: Partial<NewNotebookRow>): NewNotebookRow => {
    const { recordedAt: _recorded, ...rest } = row;
    const { id, observer, device, madeAt } = act;
    return { ...rest, ...over, id, observer, device, madeAt, version: row.version + 1, writeDigest: digest };
  };
  return {
    list: async () => (await repository.list()).filter(({ deleted }) => !deleted).map(viewOf),
    get: async (treeId) => viewOf(await there(treeId)),
    isKnown: async (treeId) => (await repository.find(treeId)) !== null,
    save: async (write) => {
      const { unitSystem, speciesCode = '', readings } = write;
      checkTree(
        { ...write, speciesCode },
        {
          ...looseSettings(unitSystem),
          species: [...COMMON_SPECIES, NO_SPECIES],
          design: { conditions: COMMON_CONDITIONS },
        },
      );
      const before = await repository.find(write.treeId);
      if (before === null && (await repository.list()).length >= MOST_TREES)
        throw fullUp('trees', MOST_TREES, t('server.the-notebook', 'The notebook'));
      const { id, treeId, name, place, note, stringKept, observer, device, madeAt } = write;
      const stems = [{ id: write.stemId, ordinal: 1 }, ...(write.stems ?? [])].map(({ id: stemId, ordinal }) => ({
        id: stemId,
        ordinal,
      }));
      const saved = await add({
        id,
        treeId,
        version: (before?.version ?? 0) + 1,
        name,
        place: place ?? null,
        note: note ?? null,
        stringKept: stringKept ?? false,
        unitSystem,
        speciesCode,
        parts: {
          stems: stems.filter(({ ordinal }) => ordinal === 1 || readings.some(({ stem = 1 }) => stem === ordinal)),
          readings: readingsOf(write, before),
          ...(write.taping === undefined ? {} : { taping: { ...write.taping } }),
          ...(write.heights === undefined ? {} : { heights: write.heights }),
          ...(write.notes === undefined ? {} : { notes: write.notes }),
        },
        movedTo: before?.movedTo ?? null,
        madeAt,
        observer,
        device,
        writeDigest: digestOf(write),
      });
      return { tree: viewOf(saved.row), created: saved.created };
    },
    remove: async (treeId, act) => {
      const row = await found(treeId);
      if (row.deleted) return viewOf(row);
      return viewOf((await add(next(row, act, digestOf({ removes: treeId, act }), { deleted: true }))).row);
    },
    undo: async (treeId, act) => {
      const row = await found(treeId);
      const before = await repository.before(row);
      if (before === null)
        throw new Problem('conflict', t('server.nothing-to-undo', 'There is no earlier version of this tree.'));
      const { id: _id, version: _version, recordedAt: _recorded, ...earlier } = before;
      return viewOf((await add(next(row, act, digestOf({ undoes: treeId, act }), earlier))).row);
    },
    move: async (treeId, { plotId, tag, speciesCode, ...act }) => {
      const row = await there(treeId);
      // The same move again writes the same tree.
      const newTreeId = uuidFromName(`moved by ${act.id}`, treeId);
      if (row.movedTo !== null && row.movedTo !== newTreeId)
        throw new Problem('conflict', t('server.notebook-tree-moved', 'This tree is in a survey already.'));
      const record = treeOf(row);
      const observedAt =
        record.heights[0]?.measurement.readings.top?.[0]?.takenAt ?? new Date(row.madeAt).toISOString();
      const write = toTreeWrite(
        {
          ...record,
          id: newTreeId,
          plotId,
          tag,
          speciesCode: speciesCode ?? row.speciesCode,
          stems: record.stems.map((stem) => ({ ...stem, id: uuidFromName(`stem ${String(stem.ordinal)}`, newTreeId) })),
        },
        {
          observationId: uuidFromName('observation', newTreeId),
          observedAt,
          observer: row.observer,
          device: row.device,
        },
      );
      const readings = write.readings.map((reading) => ({ ...reading, id: uuidFromName(reading.id, newTreeId) }));
      const { tree } = await trees.create({ ...write, readings });
      if (row.movedTo === null)
        await add(next(row, act, digestOf({ moves: treeId, plotId, tag, act }), { movedTo: newTreeId }));
      return tree;
    },
  };
}
