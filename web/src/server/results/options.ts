import type { StandOptions } from '../../contracts/views.ts';
import type { CachedName } from './survey-result-repository.ts';

/** Finished plots alone, each stratum by its own variance: what is shown unless somebody asks otherwise. */
export const FINISHED_PLOTS: StandOptions = { unfinished: false, pooled: false };

/** Every way in which the sums can be asked for. */
export const STAND_OPTIONS: readonly StandOptions[] = [false, true].flatMap((unfinished) =>
  [false, true].map((pooled) => ({ unfinished, pooled })),
);

/** The name under which sums are cached. */
export const sumsName = ({ unfinished, pooled }: StandOptions): Exclude<CachedName, 'work-list'> =>
  `sums${unfinished ? '-unfinished' : ''}${pooled ? '-pooled' : ''}`;

/** The options of cached sums by their name; null for something else. */
export const optionsNamed = (name: CachedName): StandOptions | null =>
  STAND_OPTIONS.find((options) => sumsName(options) === name) ?? null;

/** What an address asks of the sums: `?unfinished=1`, `?pooled=1`. */
export const readStandOptions = ({ searchParams }: URL): StandOptions => ({
  unfinished: searchParams.get('unfinished') === '1',
  pooled: searchParams.get('pooled') === '1',
});

/** The same options for another address; empty where they are the usual ones. */
export const standQuery = ({ unfinished, pooled }: StandOptions): string =>
  `${unfinished ? '&unfinished=1' : ''}${pooled ? '&pooled=1' : ''}`;
