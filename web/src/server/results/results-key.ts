import { coreDigest } from 'virtual:core-digest';
import { METHODS } from '@arbolito/core/methods';
import type { SurveyView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import type { TreeResultCache } from './tree-result-cache.ts';

/**
 * The key under which results are cached: results made by other methods, another version of one, another core, or under
 * other settings have another key and are computed again.
 *
 * @param settings everything else that the results depend on
 */
export const resultsKey = (settings: unknown): string =>
  digestOf({
    core: coreDigest,
    methods: METHODS.map(({ description: { id, version } }) => `${id} ${String(version)}`),
    settings,
  });

/** Raised whenever what is kept has another shape, which the digest of core does not tell. */
const SHAPE = 6;

/** The same of everything that a survey settles: what is kept of the whole survey counts under it alone. */
export const settledKey = async (figures: Pick<TreeResultCache, 'stampOf'>, survey: SurveyView): Promise<string> =>
  resultsKey([SHAPE, await figures.stampOf(survey), survey]);
