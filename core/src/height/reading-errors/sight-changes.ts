import { type Readings, type ReadingValue } from '../../measurement/index.ts';
import { isSlopeUnit, slopeReading, slopeTangentRate, type SlopeUnit } from '../../units/index.ts';
import { tangentOfReading } from './evidence.ts';
import { changed, type HeightCase, RARE_ODDS, type Suspicion } from './reading-error-kind.ts';

export const isSight = (reading: ReadingValue | undefined): reading is ReadingValue & { readonly unit: SlopeUnit } =>
  reading !== undefined && isSlopeUnit(reading.unit);

export const hasBoth = ({ readings: { top, base } }: HeightCase): boolean => isSight(top) && isSight(base);

/** The figure of a signed reading with its sign turned. */
export const turned = (found: HeightCase, key: string | null): readonly Suspicion[] => {
  const reading = key === null ? undefined : found.readings[key];
  return key !== null && reading !== undefined && reading.value !== 0
    ? [changed(found, { [key]: { ...reading, value: -reading.value } })]
    : [];
};

/** Two readings that changed places. */
export const exchanged = (found: HeightCase, one: string, other: string): readonly Suspicion[] => {
  const [first, second] = [found.readings[one], found.readings[other]];
  return first === undefined || second === undefined ? [] : [changed(found, { [one]: second, [other]: first })];
};

/** Every sight with its figure taken on another scale. */
export const onScale = (readings: Readings, unit: SlopeUnit): Readings =>
  Object.fromEntries(
    Object.entries(readings).flatMap(([key, reading]) => (isSight(reading) ? [[key, { ...reading, unit }]] : [])),
  );

/** Steepest figure that can be read in degrees. */
const STEEPEST_DEG = 84;

/** Scales that the sights may have been read on instead of their own. */
export function otherScales({ readings }: HeightCase): readonly SlopeUnit[] {
  const { top } = readings;
  if (!isSight(top)) return [];
  const steepest = Math.max(...Object.values(readings).map((each) => (isSight(each) ? Math.abs(each.value) : 0)));
  return SCALES_OF_INSTRUMENTS.filter((unit) => unit !== top.unit && (unit !== 'deg' || steepest < STEEPEST_DEG));
}

export const rescaled = (
  found: HeightCase,
  from: (unit: SlopeUnit) => boolean,
  to: readonly SlopeUnit[],
): Suspicion[] => {
  const { top } = found.readings;
  if (!isSight(top) || !from(top.unit)) return [];
  return otherScales(found)
    .filter((unit) => to.includes(unit))
    .map((unit) => changed(found, onScale(found.readings, unit), SELDOM.has(unit) ? { odds: RARE_ODDS } : {}));
};

/** Scales of few instruments. */
const SELDOM: ReadonlySet<SlopeUnit> = new Set(['m25', 'm30', 'm40']);

/** A reading with its tangent moved by so much, on its own scale. */
export function movedBy(reading: ReadingValue & { readonly unit: SlopeUnit }, tangent: number): ReadingValue {
  const rate = slopeTangentRate(reading.value, reading.unit);
  const graduation = reading.unit === 'pct' || reading.unit === 'ft66' ? 0.5 : 0.1;
  const now = tangent + (tangentOfReading({ reading }, 'reading') ?? 0);
  const exact = rate > 0 ? slopeReading(now, reading.unit) : reading.value;
  return { ...reading, value: Number((Math.round(exact / graduation) * graduation).toFixed(1)) };
}

export const METRE_SCALES = ['m15', 'm20', 'm25', 'm30', 'm40'] as const satisfies readonly SlopeUnit[];

/** Scales of the instruments of height. */
const SCALES_OF_INSTRUMENTS = ['pct', 'deg', ...METRE_SCALES, 'ft66'] as const satisfies readonly SlopeUnit[];
