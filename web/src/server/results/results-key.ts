import { coreDigest } from 'virtual:core-digest';
import { METHODS } from '@arbolito/core/methods';
import { digestOf } from '../digest.ts';

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
