import { type Readings, type ReadingValue } from '../../measurement/index.ts';
import { isSlopeUnit, slopeReading, slopeTangentRate, type SlopeUnit } from '../../units/index.ts';
import { tangentOfReading } from './evidence.ts';
import { changed, type HeightCase, type Suspicion } from './reading-error-kind.ts';

export const isSight = (reading: ReadingValue | undefined): reading is ReadingValue & { readonly unit: SlopeUnit } =>
  reading !== undefined && isSlopeUnit(reading.unit);

export const hasBoth = ({ readings: { top, base } }: HeightCase): boolean => isSight(top) && isSight(base);

/** The figure of a reading with its sign turned. */
export const turned = (found: HeightCase, key: string): readonly Suspicion[] => {
  const reading = found.readings[key];
  return isSight(reading) && reading.value !== 0
    ? [changed(found, { [key]: { ...reading, value: -reading.value } })]
    : [];
};

/** Every sight with its figure taken on another scale. */
export const onScale = (readings: Readings, unit: SlopeUnit): Readings =>
  Object.fromEntries(
    Object.entries(readings).flatMap(([key, reading]) => (isSight(reading) ? [[key, { ...reading, unit }]] : [])),
  );

export const rescaled = (
  found: HeightCase,
  from: (unit: SlopeUnit) => boolean,
  to: readonly SlopeUnit[],
): Suspicion[] => {
  const { top } = found.readings;
  if (!isSight(top) || !from(top.unit)) return [];
  const steepest = Math.max(...Object.values(found.readings).map((each) => (isSight(each) ? Math.abs(each.value) : 0)));
  return to
    .filter((unit) => unit !== top.unit && (unit !== 'deg' || steepest < 84))
    .map((unit) => changed(found, onScale(found.readings, unit)));
};

/** A reading with its tangent moved by so much, on its own scale. */
export function movedBy(reading: ReadingValue & { readonly unit: SlopeUnit }, tangent: number): ReadingValue {
  const rate = slopeTangentRate(reading.value, reading.unit);
  const graduation = reading.unit === 'pct' || reading.unit === 'ft66' ? 0.5 : 0.1;
  const now = tangent + (tangentOfReading({ reading }, 'reading') ?? 0);
  const exact = rate > 0 ? slopeReading(now, reading.unit) : reading.value;
  return { ...reading, value: Number((Math.round(exact / graduation) * graduation).toFixed(1)) };
}

export const METRE_SCALES = ['m15', 'm20', 'm25', 'm30'] as const satisfies readonly SlopeUnit[];
