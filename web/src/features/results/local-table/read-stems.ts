import type { MeasuredStem } from '@arbolito/core/volume';
import { type LineProblem, readLines } from '../../../ui/forms/read-lines.ts';

export interface ReadStems {
  readonly stems: readonly MeasuredStem[];
  readonly problems: readonly LineProblem[];
}

/** Reads a list of felled stems as it was pasted: dbh in cm, height in m, volume in m³. */
export function readStems(text: string): ReadStems {
  const { rows, problems } = readLines(text, [
    { name: 'dbh', unit: 'cm' },
    { name: 'height', unit: 'm' },
    { name: 'volume', unit: 'one', of: ' in m³' },
  ]);
  return {
    stems: rows.map(([dbhCm = NaN, heightM = NaN, volumeM3 = NaN]) => ({ dbhCm, heightM, volumeM3 })),
    problems,
  };
}
