import type { Readings } from '../../measurement/index.ts';
import { convert, isSlopeUnit, slopeTangent } from '../../units/index.ts';

/** The reading that says how far the foot lies below the eye, whatever the method calls it. */
export interface BaseSight {
  readonly key: string;
  /** Height above the ground of what was aimed at, in m. */
  readonly markM: number;
  /** The tangent that a value of the reading means from this distance. */
  readonly tangentAt: (value: number, distanceM: number) => number;
}

/** A horizontal sight of a protractor. */
const LEVEL_DEG = 90;

/** What was aimed at, by the key of the sight. */
const MARKS: Readonly<Record<string, string>> = { markAngle: 'mark', via: 'hung', down: 'mark' };

/** Keys of a signed reading towards the foot; `via` only where it goes to a transponder on the trunk. */
const BASE_KEYS = ['base', 'markAngle', 'down', 'via'] as const;

/** Key of the signed reading of the base; null where the method has none or it was not taken. */
export const baseKey = (methodId: string, readings: Readings): string | null =>
  BASE_KEYS.find((key) => readings[key] !== undefined && (key !== 'via' || methodId.startsWith('height.ultrasonic'))) ??
  null;

/** Key of the signed reading of the top; null where the method has none. */
export const topKey = (readings: Readings): string | null =>
  ['top', 'topAngle', 'up'].find((key) => readings[key] !== undefined) ?? null;

/** The reading of the base as a tangent; null where the method has none. */
export function sightOfBase(methodId: string, readings: Readings): BaseSight | null {
  if (methodId === 'height.protractor')
    return {
      key: 'baseLine',
      markM: 0,
      tangentAt: (value) => slopeTangent(Math.max(-84, Math.min(84, LEVEL_DEG - value)), 'deg'),
    };
  const key = baseKey(methodId, readings);
  const reading = key === null ? undefined : readings[key];
  if (key === null || reading === undefined) return null;
  const { unit } = reading;
  const mark = readings[MARKS[key] ?? ''];
  return {
    key,
    markM: mark === undefined ? 0 : convert(mark.value, mark.unit, 'm'),
    tangentAt: (value, distanceM) =>
      isSlopeUnit(unit) ? slopeTangent(value, unit) : convert(value, unit, 'm') / distanceM,
  };
}
