import { CONFIDENCES_PCT, type ConfidencePct, USUAL_CONFIDENCE_PCT } from '@arbolito/core/statistics';
import type { StandOptions } from '../../contracts/views.ts';
import type { SumOptions } from '../../computation/combine-plots.ts';
import type { CachedName } from './survey-result-repository.ts';

const EITHER = [false, true];

/** Every way in which the sums are cached. */
export const STAND_OPTIONS: readonly SumOptions[] = EITHER.flatMap((unfinished) =>
  EITHER.flatMap((pooled) => EITHER.map((finite) => ({ unfinished, pooled, finite }))),
);

/** The name under which sums are cached. */
export const sumsName = ({
  unfinished,
  pooled,
  finite,
}: SumOptions): Exclude<CachedName, 'work-list' | 'basis' | 'heights'> =>
  `sums${unfinished ? '-unfinished' : ''}${pooled ? '-pooled' : ''}${finite ? '-finite' : ''}`;

/** The options of cached sums by their name; null for something else. */
export const optionsNamed = (name: CachedName): SumOptions | null =>
  STAND_OPTIONS.find((options) => sumsName(options) === name) ?? null;

const confidenceOf = (text: string | null): ConfidencePct =>
  CONFIDENCES_PCT.find((each) => String(each) === text) ?? USUAL_CONFIDENCE_PCT;

/** What an address asks of the sums: `?unfinished=1`, `?pooled=1`, `?finite=1`, `?confidence=90`. */
export const readStandOptions = ({ searchParams }: URL): StandOptions => ({
  unfinished: searchParams.get('unfinished') === '1',
  pooled: searchParams.get('pooled') === '1',
  finite: searchParams.get('finite') === '1',
  confidencePct: confidenceOf(searchParams.get('confidence')),
});

/** The same options for another address; empty where they are the usual ones. */
export const standQuery = ({ unfinished, pooled, finite, confidencePct }: StandOptions): string =>
  [
    ...(unfinished ? ['&unfinished=1'] : []),
    ...(pooled ? ['&pooled=1'] : []),
    ...(finite ? ['&finite=1'] : []),
    ...(confidencePct === USUAL_CONFIDENCE_PCT ? [] : [`&confidence=${String(confidencePct)}`]),
  ].join('');
