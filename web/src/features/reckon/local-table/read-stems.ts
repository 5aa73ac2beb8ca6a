import { readQuantity } from '@arbolito/core/quantity';
import type { MeasuredStem } from '@arbolito/core/volume';

/** What is wrong with a line of the list, from 1. */
export interface LineProblem {
  readonly line: number;
  readonly message: string;
}

export interface ReadStems {
  readonly stems: readonly MeasuredStem[];
  readonly problems: readonly LineProblem[];
}

/** Lines of one stem each: dbh in cm, height in m, volume in m³; spaces, tabs or semicolons between. */
export const MOST_LINES = 2000;

const FIELDS = [
  { name: 'dbh', unit: 'cm' },
  { name: 'height', unit: 'm' },
  { name: 'volume', unit: 'one' },
] as const;

/** Reads a list of felled stems as it was pasted. Lines that start with # are left out. */
export function readStems(text: string): ReadStems {
  const stems: MeasuredStem[] = [];
  const problems: LineProblem[] = [];
  text
    .split('\n')
    .slice(0, MOST_LINES)
    .forEach((raw, i) => {
      const line = raw.trim();
      if (line === '' || line.startsWith('#')) return;
      const parts = line.split(/[\s;]+/);
      if (parts.length !== FIELDS.length) {
        problems.push({
          line: i + 1,
          message: `wants dbh in cm, height in m and volume in m³, not ${String(parts.length)} figures.`,
        });
        return;
      }
      const figures = FIELDS.map(({ name, unit }, at) => {
        const read = readQuantity(parts[at] ?? '', { unit });
        if (read.ok && read.value > 0) return read.value;
        problems.push({ line: i + 1, message: `${name}: ${read.ok ? 'must lie above 0.' : read.message}` });
        return NaN;
      });
      const [dbhCm = NaN, heightM = NaN, volumeM3 = NaN] = figures;
      if (figures.every((figure) => Number.isFinite(figure))) stems.push({ dbhCm, heightM, volumeM3 });
    });
  return { stems, problems };
}
