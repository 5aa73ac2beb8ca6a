import { ApiError, call } from '../api.ts';
import type { IDBPObjectStore } from 'idb';
import type { ChangesView, PlotRevision } from '../../contracts/sync.ts';
import { deviceDatabase } from './device-database.ts';
import { type DeviceSchema, onDisk, type StoredPlot, type StoredSurvey } from './device-schema.ts';
import { noteStored } from './device-storage.ts';
import { setConflicts } from './open-conflicts.ts';
import { rereadWrites } from './outbox.ts';

/** How far the reading of a survey is. */
export interface ReadSoFar {
  readonly plots: number;
  readonly trees: number;
  readonly bytes: number;
}

/** What pages of this device have to know of each other. */
interface Told {
  readonly surveyId: string;
  readonly plotIds: readonly string[];
}

const pages = typeof window === 'undefined' ? undefined : new BroadcastChannel('arbolito.copies');
const listeners = new Set<(told: Told) => void>();

/** Asks to be told when plots on this device were read again. @returns stops it */
export function onCopyChanged(listener: (told: Told) => void): () => void {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

function tell(told: Told): void {
  for (const listener of listeners) listener(told);
  pages?.postMessage(told);
}

pages?.addEventListener('message', ({ data }) => {
  for (const listener of listeners) listener(data as Told);
});

/** Surveys of this device. */
export const storedSurveys = async (): Promise<readonly StoredSurvey[]> =>
  (await deviceDatabase?.getAll('surveys')) ?? [];

/** A survey as it was read last; undefined where it was not taken along. */
export const storedSurvey = async (surveyId: string): Promise<StoredSurvey | undefined> =>
  deviceDatabase?.get('surveys', surveyId);

/** A plot as it was read last. */
export const storedPlot = async (plotId: string): Promise<StoredPlot | undefined> =>
  deviceDatabase?.get('plots', plotId);

export const storedPlots = async (surveyId: string): Promise<readonly StoredPlot[]> =>
  (await deviceDatabase?.getAllFromIndex('plots', 'surveyId', surveyId)) ?? [];

type Writes = IDBPObjectStore<DeviceSchema, ('surveys' | 'plots' | 'writes')[], 'writes', 'readwrite'>;

/** Deletes writes that were sent, and that a copy has now. */
async function deleteSent(writes: Writes, isInCopy: (plot: PlotRevision) => boolean): Promise<void> {
  for (const { order, plot } of await writes.index('state').getAll('sent'))
    if (order !== undefined && plot !== undefined && isInCopy(plot)) await writes.delete(order);
}

/** Strata whose plots are read; null for all of them. */
export type StrataChoice = readonly string[] | null;

const isSameChoice = (a: StrataChoice, b: StrataChoice): boolean =>
  a === b || (a !== null && b !== null && a.length === b.length && a.every((id) => b.includes(id)));

/** Where the reading of a survey stands. */
interface Reading {
  readonly surveyId: string;
  /** As it was read so far; undefined at the beginning. */
  readonly known: StoredSurvey | undefined;
  readonly strata: StrataChoice;
}

/** Stores one page of changes with where to go on: after a dead battery the reading goes on from there. */
async function store({ surveyId, known, strata }: Reading, page: ChangesView): Promise<StoredSurvey> {
  const survey = page.survey ?? known?.survey;
  if (deviceDatabase === null || survey === undefined) throw new DOMException('no storage', 'NotAllowedError');
  const { settings, cursor, kit } = page;
  const readAt = new Date().toISOString();
  const next: StoredSurvey = { id: surveyId, survey, kit, settings, strata, cursor, readAt };
  const revisions = new Map(page.plots.map(({ plot }) => [plot.id, plot.revision]));
  await onDisk(deviceDatabase, ['surveys', 'plots', 'writes'] as const, async (transaction) => {
    const plots = transaction.objectStore('plots');
    const writes = transaction.objectStore('writes');
    if (known === undefined && strata !== null) {
      const ofBefore = await plots.index('surveyId').getAll(surveyId);
      const outside = new Set(ofBefore.filter(({ plot }) => !strata.includes(plot.stratumId)).map(({ id }) => id));
      for (const id of outside) await plots.delete(id);
      await deleteSent(writes, ({ id }) => outside.has(id));
    }
    await Promise.all(page.plots.map((copy) => plots.put({ ...copy, id: copy.plot.id, surveyId })));
    await transaction.objectStore('surveys').put(next);
    await deleteSent(writes, ({ id, revision }) => revision <= (revisions.get(id) ?? 0));
  });
  await rereadWrites();
  return next;
}

const reading = new Map<string, Promise<ReadSoFar>>();

async function readAll(
  surveyId: string,
  onProgress: (soFar: ReadSoFar) => void,
  choice: StrataChoice | undefined,
): Promise<ReadSoFar> {
  const before = await storedSurvey(surveyId);
  const strata = choice === undefined ? (before?.strata ?? null) : choice;
  let known = before !== undefined && isSameChoice(before.strata ?? null, strata) ? before : undefined;
  let soFar: ReadSoFar = { plots: 0, trees: 0, bytes: 0 };
  for (let more = true; more;) {
    const query = new URLSearchParams({
      ...(known === undefined ? {} : { after: known.cursor, settings: known.settings }),
      ...(strata === null ? {} : { strata: strata.join(',') }),
    });
    const page = await call<ChangesView>('GET', `/api/surveys/${surveyId}/changes?${query.toString()}`);
    known = await store({ surveyId, known, strata }, page);
    await setConflicts(surveyId, page.conflicts);
    soFar = {
      plots: soFar.plots + page.plots.length,
      trees: soFar.trees + page.plots.reduce((sum, { trees }) => sum + trees.length, 0),
      bytes: soFar.bytes + JSON.stringify(page.plots).length,
    };
    onProgress(soFar);
    if (page.plots.length > 0 || page.survey !== null)
      tell({ surveyId, plotIds: page.plots.map(({ plot }) => plot.id) });
    more = page.more;
  }
  return soFar;
}

/**
 * Reads what was changed of a survey since it was read last, a page at a time.
 *
 * @param onProgress told after each page
 * @param choice strata that are wanted from now on; left out, those of before
 * @throws ApiError where the server does not answer; what was read is kept
 * @throws DOMException where this device has no room for it
 */
export function readChanges(
  surveyId: string,
  onProgress: (soFar: ReadSoFar) => void = () => undefined,
  choice?: StrataChoice,
): Promise<ReadSoFar> {
  const running = reading.get(surveyId);
  if (running !== undefined && choice === undefined) return running;
  const read = async (): Promise<ReadSoFar> => {
    // What reads the strata of before ends first.
    await running?.catch(() => undefined);
    return readAll(surveyId, onProgress, choice);
  };
  const started = read().finally(() => {
    if (reading.get(surveyId) === started) reading.delete(surveyId);
  });
  reading.set(surveyId, started);
  return started;
}

/** Reads what was changed of the surveys that were taken along, as far as the server answers. */
export async function refreshCopies(): Promise<void> {
  try {
    for (const { id } of await storedSurveys()) await readChanges(id);
  } catch (error) {
    if (!(error instanceof ApiError)) noteStored(error);
  }
}

/** Takes a survey off this device. Entries that wait are not touched. */
export async function forgetCopy(surveyId: string): Promise<void> {
  if (deviceDatabase === null) return;
  const ids = await deviceDatabase.getAllKeysFromIndex('plots', 'surveyId', surveyId);
  await onDisk(deviceDatabase, ['surveys', 'plots', 'writes'] as const, async (transaction) => {
    for (const id of ids) await transaction.objectStore('plots').delete(id);
    await transaction.objectStore('surveys').delete(surveyId);
    await deleteSent(transaction.objectStore('writes'), ({ id }) => ids.includes(id));
  });
  await rereadWrites();
}
