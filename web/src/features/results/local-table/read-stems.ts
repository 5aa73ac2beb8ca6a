import type { MeasuredStem } from '@arbolito/core/volume';
import { type LineProblem, readLines } from '../../../ui/forms/read-lines.ts';
import { t } from '../../../messages/text.ts';

export interface ReadStems {
  readonly stems: readonly MeasuredStem[];
  readonly problems: readonly LineProblem[];
}

/** Reads a list of felled stems as it was pasted: dbh in cm, height in m, volume in m³. */
export function readStems(text: string): ReadStems {
  const { rows, problems } = readLines(text, [
    { name: t('results.dbh-2', 'dbh'), unit: 'cm' },
    { name: t('results.height', 'height'), unit: 'm' },
    { name: t('results.volume', 'volume'), unit: 'one', of: t('results.in-m', ' in m³') },
  ]);
  return {
    stems: rows.map(([dbhCm = NaN, heightM = NaN, volumeM3 = NaN]) => ({ dbhCm, heightM, volumeM3 })),
    problems,
  };
}
