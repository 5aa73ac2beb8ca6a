import type { HeldInstrument, MethodDescription, ReadingSpec, ReadingValue } from '@arbolito/core/measurement';
import { convert, isSlopeUnit, printRounded, slopeTangent, unitOf } from '@arbolito/core/units';
import { estimateOf } from '@arbolito/core/uncertainty';
import { methodOf, type TreeForm } from '@arbolito/core/callout';
import type { TreeProtocol, TreeResult } from '@arbolito/core/tree';
import type { CrownForm } from '@arbolito/core/protocol';
import { message, type Text } from '@arbolito/core/message';

/** What stands beside the tree, or is held up against it, by its measured size. */
export type Aid =
  | { readonly kind: 'mark'; readonly heightM: number; readonly isSighted: boolean }
  | { readonly kind: 'staff'; readonly lengthM: number; readonly isUpright: boolean }
  | { readonly kind: 'stick' }
  | { readonly kind: 'transponder'; readonly heightM: number }
  | { readonly kind: 'pole'; readonly lengthM: number }
  | { readonly kind: 'shadow'; readonly treeM: number; readonly staffM: number; readonly staffShadowM: number }
  | { readonly kind: 'rope'; readonly dropM: number }
  | { readonly kind: 'plumb'; readonly xM: number };

/** A height beside the total one. */
export interface Level {
  readonly heightNo: number;
  /** What it ends at; the method of a further total height. */
  readonly name: Text;
  readonly heightM: number;
  /** The figure as it is printed, with its unit. */
  readonly text: string;
  /** Whether it was sighted from where the first height was. */
  readonly isSighted: boolean;
}

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
  /** How far the top stands from above the foot, away from the observer. */
  readonly leanM: number;
  /** The top is broken off. */
  readonly isBroken: boolean;
  readonly levels: readonly Level[];
  readonly aid: Aid | null;
  readonly observer: {
    readonly distanceM: number;
    readonly eyeM: number;
    readonly feetM: number;
    /** What is held at the eye; null for an eye alone or a stick, which is drawn where it is held. */
    readonly held: HeldInstrument | null;
    /** Where the sights end, above the foot; null where they are not read. */
    readonly tipM: number | null;
    readonly footM: number | null;
  } | null;
}

const GHOST = { heightM: 18, distanceM: 20, dbhM: 0.3 } as const;
/** Beyond this the picture stops growing: the readings are wrong, and the picture says so by its edge. */
const TALLEST_M = 150;
/** Upper diameters are numbered behind all heights of a tree. */
const UPPERS_FROM = 100;
/** Where a transponder hangs if nobody says otherwise. */
const USUAL_TRANSPONDER_M = 1.3;
/** The staff that the pendulum hypsometer is read against. */
const BASE_STAFF_M = 1.5;

interface Placed {
  readonly spec: ReadingSpec;
  readonly reading: ReadingValue;
}

/** A sight as its tangent; one that is read off a plumb line counts from the vertical. */
const tangentAt = (placed: readonly Placed[], place: ReadingSpec['place']): number | null => {
  const found = placed.find(({ spec }) => spec.place === place && spec.quantity === 'slope');
  if (found === undefined || !isSlopeUnit(found.reading.unit)) return null;
  const { value, unit } = found.reading;
  return slopeTangent(found.spec.signed ? value : 90 - value, unit);
};

const bounded = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, Number.isFinite(value) ? value : low));

/** What the readings say of the things beside the tree. */
function aidOf(
  { id, picture }: MethodDescription,
  metres: (key: string) => number | null,
  distanceM: number,
): Aid | null {
  const [mark, pole, staff, treeM, staffShadowM, drop, below] = [
    metres('markHeight') ?? metres('mark') ?? metres('hung'),
    metres('pole'),
    metres('staff'),
    metres('treeShadow'),
    metres('staffShadow'),
    metres('drop'),
    metres('below'),
  ];
  if (below !== null) return { kind: 'plumb', xM: bounded(below - distanceM, -60, 60) };
  if (picture.held === 'ultrasonic') {
    return { kind: 'transponder', heightM: bounded(mark ?? USUAL_TRANSPONDER_M, 0, TALLEST_M) };
  }
  if (mark !== null) {
    return { kind: 'mark', heightM: bounded(mark, 0, TALLEST_M), isSighted: id === 'height.mark-on-stem' };
  }
  if (pole !== null) return { kind: 'pole', lengthM: bounded(pole, 0.1, 20) };
  if (treeM !== null) {
    return {
      kind: 'shadow',
      treeM: bounded(treeM, 0.5, 200),
      staffM: bounded(staff ?? 1.5, 0.2, 12),
      staffShadowM: bounded(staffShadowM ?? 1.5, 0.2, 30),
    };
  }
  if (drop !== null) return { kind: 'rope', dropM: bounded(drop, 0.5, TALLEST_M) };
  if (picture.held === 'pendulum') return { kind: 'staff', lengthM: BASE_STAFF_M, isUpright: id.endsWith('vertical') };
  return metres('covered') !== null || metres('eyeToBase') !== null ? { kind: 'stick' } : null;
}

/** The scene that the readings describe, driven by the places that the method's description gives them. */
export function sceneOf(
  draft: TreeForm,
  reckoned: TreeResult,
  settings: TreeProtocol & { readonly eyeHeightM: number; readonly breastHeightM: number },
  crown: CrownForm,
): Scene {
  const method = methodOf(draft, { measure: 'height', stem: 1 });
  const [firstHeight, ...others] = reckoned.heights.heights;
  const readings = firstHeight?.readings ?? {};
  const placed = method.description.readings.flatMap((spec): Placed[] => {
    const reading = readings[spec.key];
    return reading === undefined ? [] : [{ spec, reading }];
  });
  const metres = (key: string): number | null => {
    const reading = readings[key];
    return reading === undefined || unitOf(reading.unit).dimension !== 'length'
      ? null
      : convert(reading.value, reading.unit, 'm');
  };
  const outcome = firstHeight?.outcome ?? null;
  const height = outcome === null ? null : estimateOf(outcome);
  const counted = reckoned.height === null ? null : estimateOf(reckoned.height);
  const diameters = reckoned.stems.map(({ diameter }) =>
    diameter === null ? null : (estimateOf(diameter)?.value ?? null),
  );
  const [first = null, ...otherStems] = diameters;
  const point = reckoned.stems[0]?.point ?? null;
  const pointM = point === null ? null : (estimateOf(point)?.value ?? null);
  const ground = placed.find(({ spec }) => spec.place === 'ground' && spec.quantity === 'length')?.reading;
  const topTangent = tangentAt(placed, 'tip');
  const baseTangent = tangentAt(placed, 'base');
  const readM = ground === undefined ? GHOST.distanceM : convert(ground.value, ground.unit, 'm');
  const leans = metres('below') !== null;
  // A distance that was taped along a slope, or not at all, follows from the height and the two sights.
  const spread = topTangent === null || baseTangent === null || leans ? 0 : topTangent - baseTangent;
  // A laser sights a mark, not the foot.
  const footMarkM = metres('markHeight') === null ? (metres('mark') ?? metres('hung') ?? 0) : 0;
  const followsM = height !== null && spread > 0.05 ? (height.value - footMarkM) / spread : readM;
  const distanceM = bounded(followsM, 0.5, 400);
  const [up, down] = [metres('up'), metres('down')];
  const eyeAboveFootM =
    down !== null
      ? footMarkM - down
      : baseTangent === null
        ? (metres('eye') ?? metres('line') ?? metres('levelMark') ?? settings.eyeHeightM)
        : footMarkM - distanceM * baseTangent;
  const eyeM = bounded(eyeAboveFootM, -TALLEST_M, TALLEST_M);
  const aid = aidOf(method.description, metres, distanceM);
  const leanM = aid?.kind === 'plumb' ? aid.xM : 0;
  const sightedM =
    up !== null
      ? bounded(eyeM + up, -TALLEST_M, TALLEST_M)
      : topTangent === null
        ? null
        : bounded(eyeM + (distanceM + leanM) * topTangent, -TALLEST_M, TALLEST_M);
  const heightM = bounded(
    counted?.value ?? (sightedM !== null && sightedM > 2 ? sightedM : GHOST.heightM),
    1.5,
    TALLEST_M,
  );
  // Where no angle is read, the line of sight ends where the height does.
  const isAngular = method.description.readings.some(({ quantity, place }) => quantity === 'slope' && place === 'tip');
  const endsM = !isAngular && height !== null ? bounded(height.value, 0, TALLEST_M) : null;
  return {
    heightM,
    heightKnown: counted !== null,
    standardErrorM: counted?.standardError ?? 0,
    dbhM: bounded((first ?? GHOST.dbhM * 100) / 100, 0.005, 8),
    dbhKnown: first !== null,
    otherStemsM: otherStems.map((dbhCm) => bounded((dbhCm ?? GHOST.dbhM * 100) / 100, 0.005, 8)),
    crown,
    pointM: bounded(pointM ?? settings.breastHeightM, 0.1, heightM),
    leanM,
    isBroken: draft.broken === true,
    levels: [
      ...others.flatMap(({ heightNo, of, by, name, outcome, sameStation }): Level[] => {
        const estimate = outcome === null ? null : estimateOf(outcome);
        if (estimate === null) return [];
        const { value, unit } = estimate.printed;
        const text = `${value} ${unitOf(unit).symbol}`;
        return [
          {
            heightNo,
            name: of === 'total' ? by : name,
            heightM: bounded(estimate.value, 0, TALLEST_M),
            text,
            isSighted: sameStation,
          },
        ];
      }),
      ...reckoned.uppers.map(({ heightM: atM, diameterCm }, i): Level => ({
        heightNo: UPPERS_FROM + i,
        name: message('shared.upper-diameter', 'diameter'),
        heightM: bounded(atM, 0, TALLEST_M),
        text:
          settings.unitSystem === 'metric'
            ? `${printRounded(diameterCm, 1)} cm`
            : `${printRounded(convert(diameterCm, 'cm', 'in'), 1)} in`,
        isSighted: false,
      })),
    ],
    aid,
    observer: method.description.picture.observer
      ? {
          distanceM,
          eyeM,
          feetM: eyeM - settings.eyeHeightM,
          held: method.description.picture.held ?? null,
          tipM: sightedM ?? endsM,
          footM: baseTangent === null && endsM === null ? null : 0,
        }
      : null,
  };
}
