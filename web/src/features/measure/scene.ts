import type { Reading, ReadingSpec } from '@arbolito/core/method';
import { convert, isSlopeUnit, slopeTangent } from '@arbolito/core/quantity';
import { estimateOf } from '@arbolito/core/estimate';
import {
  methodOf,
  readMeasure,
  type CrownForm,
  type ReckonedTree,
  type TreeDraft,
  type TreeSettings,
} from '@arbolito/core/survey';

/** One tree, one ground, one observer, in metres above the foot of the trunk; what is not read yet is assumed. */
export interface Scene {
  readonly heightM: number;
  readonly heightKnown: boolean;
  readonly standardErrorM: number;
  readonly dbhM: number;
  readonly dbhKnown: boolean;
  /** Diameters of the stems behind the first. */
  readonly otherStemsM: readonly number[];
  readonly crown: CrownForm;
  /** Where the tape lies. */
  readonly pointM: number;
  readonly observer: {
    readonly distanceM: number;
    readonly eyeM: number;
    readonly feetM: number;
    /** Where the sights end, above the foot; null where they are not read. */
    readonly tipM: number | null;
    readonly footM: number | null;
  } | null;
}

const GHOST = { heightM: 18, distanceM: 20, dbhM: 0.3 } as const;
/** Beyond this the picture stops growing: the readings are wrong, and the picture says so by its edge. */
const TALLEST_M = 150;

interface Placed {
  readonly spec: ReadingSpec;
  readonly reading: Reading;
}

const tangentAt = (placed: readonly Placed[], place: ReadingSpec['place']): number | null => {
  const found = placed.find(({ spec }) => spec.place === place && spec.quantity === 'slope');
  return found !== undefined && isSlopeUnit(found.reading.unit)
    ? slopeTangent(found.reading.value, found.reading.unit)
    : null;
};

const bounded = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, Number.isFinite(value) ? value : low));

/** The scene that the readings describe, driven by the places that the method's description gives them. */
export function sceneOf(
  draft: TreeDraft,
  reckoned: ReckonedTree,
  settings: TreeSettings & { readonly eyeHeightM: number; readonly breastHeightM: number },
  crown: CrownForm,
): Scene {
  const part = { measure: 'height', stem: 1 } as const;
  const method = methodOf(draft, part);
  const { readings } = readMeasure(draft, part, settings);
  const placed = method.description.readings.flatMap((spec): Placed[] => {
    const reading = readings[spec.key];
    return reading === undefined ? [] : [{ spec, reading }];
  });
  const height = reckoned.height === null ? null : estimateOf(reckoned.height);
  const diameters = reckoned.stems.map(({ diameter }) =>
    diameter === null ? null : (estimateOf(diameter)?.value ?? null),
  );
  const [first = null, ...others] = diameters;
  const point = reckoned.stems[0]?.point ?? null;
  const pointM = point === null ? null : (estimateOf(point)?.value ?? null);
  const ground = placed.find(({ spec }) => spec.place === 'ground' && spec.quantity === 'length')?.reading;
  const topTangent = tangentAt(placed, 'tip');
  const baseTangent = tangentAt(placed, 'base');
  const readM = ground === undefined ? GHOST.distanceM : convert(ground.value, ground.unit, 'm');
  // A distance that was taped along a slope, or not at all, follows from the height and the two sights.
  const spread = topTangent === null || baseTangent === null ? 0 : topTangent - baseTangent;
  const followsM = height !== null && spread > 0.05 ? height.value / spread : readM;
  const distanceM = bounded(followsM, 0.5, 400);
  const eyeM = bounded(baseTangent === null ? settings.eyeHeightM : -distanceM * baseTangent, -TALLEST_M, TALLEST_M);
  const tipM = topTangent === null ? null : bounded(eyeM + distanceM * topTangent, -TALLEST_M, TALLEST_M);
  const heightM = bounded(height?.value ?? (tipM !== null && tipM > 2 ? tipM : GHOST.heightM), 1.5, TALLEST_M);
  return {
    heightM,
    heightKnown: height !== null,
    standardErrorM: height?.standardError ?? 0,
    dbhM: bounded((first ?? GHOST.dbhM * 100) / 100, 0.005, 8),
    dbhKnown: first !== null,
    otherStemsM: others.map((dbhCm) => bounded((dbhCm ?? GHOST.dbhM * 100) / 100, 0.005, 8)),
    crown,
    pointM: bounded(pointM ?? settings.breastHeightM, 0.1, heightM),
    observer: method.description.picture.observer
      ? { distanceM, eyeM, feetM: eyeM - settings.eyeHeightM, tipM, footM: baseTangent === null ? null : 0 }
      : null,
  };
}
