import { atom } from 'nanostores';
import { call } from '../../client/api.ts';
import { type ReadSoFar, readChanges, storedSurvey, type StrataChoice } from '../../client/device/survey-copies.ts';
import { deviceStorage } from '../../client/device/device-storage.ts';
import { askToPersist, keepPages } from '../../client/offline.ts';
import { type PlotToTake, surveyPages } from './survey-pages.ts';

/** A survey that was taken along. */
export interface TakenSurvey {
  readonly takenAt: string;
  readonly pages: number;
  readonly bytes: number;
  /** Pages that could not be read: they do not open offline. */
  readonly missing: number;
  /** Strata that were taken; null for all of them. A copy of an earlier version has all. */
  readonly strata?: StrataChoice;
}

/** How far the taking of a survey is. */
export interface Taking {
  readonly surveyId: string;
  readonly done: number;
  readonly all: number;
  /** Trees that were read. */
  readonly trees: number;
}

const keyOf = (surveyId: string): string => `arbolito.taken.${surveyId}`;

/** What is being taken along now; null for nothing. */
export const taking = atom<Taking | null>(null);

/** When a survey was taken along; null where it was not. */
export function takenSurvey(surveyId: string): TakenSurvey | null {
  const text = deviceStorage.get(keyOf(surveyId));
  return text === null ? null : (JSON.parse(text) as TakenSurvey);
}

/**
 * Keeps a survey on this device as it is now: its data and its pages.
 *
 * @param strata whose plots are taken; null for all of them
 * @throws ApiError where its plots cannot be read
 */
export async function takeAlong(surveyId: string, strata: StrataChoice): Promise<TakenSurvey> {
  taking.set({ surveyId, done: 0, all: 1, trees: 0 });
  try {
    await askToPersist();
    const onProgress = ({ trees }: ReadSoFar): void => {
      taking.set({ surveyId, done: 0, all: 1, trees });
    };
    const read = await readChanges(surveyId, onProgress, strata);
    // Trees are compared with the visit before where there was one.
    const before = (await storedSurvey(surveyId))?.survey.previousSurveyId ?? null;
    if (before !== null) await readChanges(before);
    const plots = await call<readonly PlotToTake[]>('GET', `/api/plots?survey=${surveyId}`);
    const pages = surveyPages(
      surveyId,
      plots.filter(({ stratumId }) => strata?.includes(stratumId) ?? true),
    );
    const { failed, bytes } = await keepPages(pages, ({ done, all }) => {
      taking.set({ surveyId, done, all, trees: read.trees });
    });
    const taken = {
      takenAt: new Date().toISOString(),
      pages: pages.length,
      missing: failed.length,
      bytes: bytes + read.bytes,
      strata,
    };
    deviceStorage.put(keyOf(surveyId), JSON.stringify(taken));
    return taken;
  } finally {
    taking.set(null);
  }
}
