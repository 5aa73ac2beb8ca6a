import { type DBSchema, type IDBPDatabase, type IDBPTransaction, openDB, type StoreNames } from 'idb';
import type { FieldRules } from '@arbolito/core/protocol';
import type { KitAtHand } from '@arbolito/core/instruments';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { PlotCopy, PlotRevision } from '../../contracts/sync.ts';
import type { ProblemView, SurveyView } from '../../contracts/views.ts';

/** A change on its way to the server, as the device keeps it. */
export interface StoredWrite {
  /** Where it stands in the order of this device; given when it is stored. */
  readonly order?: number;
  readonly id: string;
  readonly method: 'POST' | 'DELETE';
  readonly url: string;
  readonly body: unknown;
  readonly madeAt: string;
  /** `sent`: on the record, and newer than the copy of its plot on this device. */
  readonly state: 'waiting' | 'refused' | 'set-aside' | 'sent';
  /** The field rules that a tree was measured by. */
  readonly rules?: FieldRules;
  /** Why it was refused or set aside. */
  readonly problem?: ProblemView;
  /** The plot as it is with this write, once it is on the record. */
  readonly plot?: PlotRevision;
}

/** A survey as it was when it was read last. */
export interface StoredSurvey {
  readonly id: string;
  readonly survey: SurveyView;
  readonly kit: readonly KitAtHand[];
  readonly settings: string;
  /** Strata whose plots are here; null for all of them. A copy of an earlier version has all. */
  readonly strata?: readonly string[] | null;
  /** Where the reading of changes goes on. */
  readonly cursor: string;
  readonly readAt: string;
}

export interface StoredPlot extends PlotCopy {
  readonly id: string;
  readonly surveyId: string;
}

/** All that this device keeps. */
export interface DeviceSchema extends DBSchema {
  /** What was typed and not saved yet, and choices of this device: texts by name. */
  notes: { key: string; value: string };
  writes: { key: number; value: StoredWrite; indexes: { id: string; state: StoredWrite['state'] } };
  /** Surveys that were taken along, with how far their copy goes. */
  surveys: { key: string; value: StoredSurvey };
  /** Their plots with all trees, as the server had them. */
  plots: { key: string; value: StoredPlot; indexes: { surveyId: string } };
  /** Changes that wait for a person. */
  conflicts: { key: string; value: ConflictView; indexes: { surveyId: string } };
  /** Numbers that only rise, by name. */
  counters: { key: string; value: number };
}

const NAME = 'arbolito';
/** Another page that does not let go of an older version must not keep this one from working. */
const PATIENCE_MS = 3_000;

/** What each version adds to the one before; what is kept stays. */
const UPGRADES: readonly ((database: IDBPDatabase<DeviceSchema>) => void)[] = [
  (database) => {
    database.createObjectStore('notes');
    const writes = database.createObjectStore('writes', { keyPath: 'order', autoIncrement: true });
    writes.createIndex('id', 'id', { unique: true });
    writes.createIndex('state', 'state');
  },
  (database) => {
    database.createObjectStore('surveys', { keyPath: 'id' });
    for (const name of ['plots', 'conflicts'] as const)
      database.createObjectStore(name, { keyPath: 'id' }).createIndex('surveyId', 'surveyId');
    database.createObjectStore('counters');
  },
];

/** Where the browser forbids it, reading the property throws. */
function isThere(): boolean {
  try {
    return typeof indexedDB !== 'undefined';
  } catch {
    return false;
  }
}

/** Opens the database of this device; null on the server, and where the browser forbids it. */
export async function openDevice(): Promise<IDBPDatabase<DeviceSchema> | null> {
  if (!isThere()) return null;
  const opened = openDB<DeviceSchema>(NAME, UPGRADES.length, {
    upgrade: (database, from) => {
      for (const upgrade of UPGRADES.slice(from)) upgrade(database);
    },
    // A page of a newer version waits for this one to let go.
    blocking: (_from, _to, event) => {
      (event.target as IDBDatabase).close();
    },
  }).catch(() => null);
  const tooLate = new Promise<null>((resolve) => {
    setTimeout(() => {
      resolve(null);
    }, PATIENCE_MS);
  });
  return Promise.race([opened, tooLate]);
}

/**
 * Writes to the device: the promise is fulfilled when it is on its disk, and not before.
 *
 * @throws DOMException of the name QuotaExceededError where there is no room
 */
export async function onDisk<Stores extends StoreNames<DeviceSchema>, T>(
  database: IDBPDatabase<DeviceSchema>,
  stores: Stores | readonly Stores[],
  work: (transaction: IDBPTransaction<DeviceSchema, Stores[], 'readwrite'>) => Promise<T> | T,
): Promise<T> {
  const names = typeof stores === 'string' ? [stores] : [...stores];
  const transaction = database.transaction<Stores[], 'readwrite'>(names, 'readwrite', { durability: 'strict' });
  const [result] = await Promise.all([work(transaction), transaction.done]);
  return result;
}
