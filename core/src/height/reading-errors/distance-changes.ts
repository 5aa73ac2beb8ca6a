import { readingOf, type ReadingValue } from '../../measurement/index.ts';
import { convert } from '../../units/index.ts';
import { changed, type HeightCase, type Suspicion } from './reading-error-kind.ts';
import type { Text } from '../../message/index.ts';

/** The reading on the ground that the height leans on, by its key. */
export const groundReading = ({ readings }: HeightCase): readonly [string, ReadingValue] | null => {
  const key = ['distance', 'tape', 'fixed', 'slope', 'back', 'run', 'eyeToBase', 'treeShadow'].find(
    (each) => readings[each] !== undefined,
  );
  return key === undefined ? null : [key, readingOf(readings, key)];
};

/** The distance with another figure, in its own unit. */
export function distanceOf(
  found: HeightCase,
  change: (reading: ReadingValue) => ReadingValue | null,
  because: Text = '',
): Suspicion[] {
  const ground = groundReading(found);
  if (ground === null) return [];
  const [key, reading] = ground;
  const next = change(reading);
  if (next === null || !(next.value > 0)) return [];
  const rounded = { ...next, value: Number(next.value.toFixed(2)) };
  return [changed(found, { [key]: rounded }, because === '' ? {} : { because })];
}

export const scaledBy = (found: HeightCase, factor: number, because: Text = ''): Suspicion[] =>
  distanceOf(found, (reading) => ({ ...reading, value: reading.value * factor }), because);

export const isScaleOfMetres = (found: HeightCase): boolean => /^m\d\d$/.test(found.readings.top?.unit ?? '');

/** Distances at which fixed scales are read. */
export const STANDS_M = [15, 20, 25, 30] as const;

/** Half a trunk more or less on the distance to the bark. Only a thick trunk can be told from the errors of a tape. */
export function movedByHalfTrunk(found: HeightCase, sign: 1 | -1): Suspicion[] {
  const { dbhCm } = found.context;
  if (dbhCm === undefined || found.evidence.distance === undefined) return [];
  return distanceOf(found, (reading) => ({
    ...reading,
    value: reading.value + sign * convert(dbhCm / 2, 'cm', reading.unit),
  }));
}
