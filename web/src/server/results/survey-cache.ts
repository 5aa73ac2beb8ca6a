import type { SurveyView } from '../../contracts/views.ts';
import type { TreeResultCache } from './tree-result-cache.ts';
import { settledKey } from './results-key.ts';
import type { WorkerRunner } from './worker-runner.ts';
import { type CachedName, type Kept, keepOrGoOn, type KeptRepository } from './survey-result-repository.ts';

/** What was worked out of a whole survey, and whether the record has gone on since. */
export interface CachedResult<T> {
  readonly value: T;
  /** Something has been written since; it is being worked out anew. */
  readonly isStale: boolean;
  readonly madeAt: string;
}

/** Keeps what takes long to work out of a whole survey until something it hangs on has changed. */
export interface SurveyCache<T> {
  /** As the record stands, however long that takes. */
  readonly get: (survey: SurveyView) => Promise<T>;
  /**
   * What can be had without waiting. In a large survey that is what was worked out last under the same settings, and null
   * where nothing was yet; both are being worked out anew then.
   */
  readonly getOrStale: (survey: SurveyView) => Promise<CachedResult<T> | null>;
  /**
   * What is good enough beside something else, of what is parted by plots: what is said of the survey and of that plot. In a
   * large survey it is what was worked out last under the same settings, and nothing is worked out for its sake as long as
   * there is such a one.
   */
  readonly getPartStaleOk: (survey: SurveyView, plotId: string | null) => Promise<T>;
}

interface Dependencies {
  readonly repository: KeptRepository;
  readonly figures: Pick<TreeResultCache, 'stampOf' | 'revisionOf' | 'countTrees'>;
  /** Where large surveys are worked out; here where it is left out. */
  readonly elsewhere: WorkerRunner | undefined;
  /** Told of what goes wrong while nobody waits. */
  readonly onError: (error: unknown) => void;
}

/** Surveys of so many trees are worked out while one waits. */
const WHILE_ONE_WAITS = 4_000;

/** Whether a survey is too large for that. */
export const isLargeSurvey = (trees: number): boolean => trees > WHILE_ONE_WAITS;

/** What was read last stays in memory, so many surveys of it: many people look at few surveys. */
const MOST_READY = 4;

/** A stamp in two parts: what the survey settles, and how often its record was written to. */
interface Stamp {
  readonly settled: string;
  readonly whole: string;
}

export function keeperOf<T>(
  name: CachedName,
  workOut: (survey: SurveyView) => Promise<T>,
  { repository, figures, elsewhere, onError }: Dependencies,
): SurveyCache<T> {
  const stampOf = async (survey: SurveyView): Promise<Stamp> => {
    const settled = await settledKey(figures, survey);
    return { settled, whole: `${settled} ${await figures.revisionOf(survey.id)}` };
  };
  const isLarge = async ({ id }: SurveyView): Promise<boolean> => isLargeSurvey(await figures.countTrees(id));
  /** What this process is working out already, by survey and stamp. */
  const begun = new Map<string, Promise<T>>();
  const anew = (survey: SurveyView, { whole }: Stamp): Promise<T> => {
    const key = `${survey.id} ${whole}`;
    const known = begun.get(key);
    if (known !== undefined) return known;
    const here = async (): Promise<T> => {
      const value = await workOut(survey);
      // The stamp is older than what was read: whatever was written in between has another one.
      await keepOrGoOn(() => repository.keep(survey.id, name, whole, value), onError);
      // As it will be read again: JSON has no undefined.
      return JSON.parse(JSON.stringify(value)) as T;
    };
    const there = async (run: WorkerRunner): Promise<T> => {
      await run(survey.id, name);
      const kept = await repository.find(survey.id, name);
      return kept === null ? here() : (kept.value as T);
    };
    const work = isLarge(survey)
      .then((large) => (large && elsewhere !== undefined ? there(elsewhere) : here()))
      .finally(() => begun.delete(key));
    begun.set(key, work);
    return work;
  };
  /** What was read last, by survey. */
  const ready = new Map<string, Kept>();
  const readyOf = async (id: string, whole: string): Promise<Kept | null> => {
    const known = ready.get(id);
    if (known?.stamp === whole) return known;
    const kept = await repository.find(id, name);
    ready.delete(id);
    if (kept === null) return null;
    ready.set(id, kept);
    const [oldest] = ready.keys();
    if (ready.size > MOST_READY && oldest !== undefined) ready.delete(oldest);
    return kept;
  };
  const isSettled = (kept: Kept | null, { settled }: Stamp): kept is Kept =>
    kept?.stamp.startsWith(`${settled} `) === true;
  /** What is kept under the same settings; whether the record has gone on since stands in its stamp. */
  const keptOf = async ({ id }: SurveyView, stamp: Stamp): Promise<Kept | null> => {
    const kept = await readyOf(id, stamp.whole);
    return isSettled(kept, stamp) ? kept : null;
  };
  const get = async (survey: SurveyView): Promise<T> => {
    const stamp = await stampOf(survey);
    const kept = await keptOf(survey, stamp);
    return kept?.stamp === stamp.whole ? (kept.value as T) : anew(survey, stamp);
  };
  return {
    get,
    getPartStaleOk: async (survey, plotId) => {
      const kept = await repository.findPart(survey.id, name, plotId);
      const stamp = await stampOf(survey);
      const isGood = isSettled(kept, stamp) && (kept.stamp === stamp.whole || (await isLarge(survey)));
      return isGood ? (kept.value as T) : get(survey);
    },
    getOrStale: async (survey) => {
      const stamp = await stampOf(survey);
      const kept = await keptOf(survey, stamp);
      if (kept?.stamp === stamp.whole) return { value: kept.value as T, isStale: false, madeAt: kept.madeAt };
      if (!(await isLarge(survey))) return { value: await anew(survey, stamp), isStale: false, madeAt: '' };
      anew(survey, stamp).catch(onError);
      return kept === null ? null : { value: kept.value as T, isStale: true, madeAt: kept.madeAt };
    },
  };
}
