import type { Expectation, HeightEvidence } from '../height/index.ts';
import type { MethodContext, Readings, ReadingValue } from '../measurement/index.ts';
import { normal, type Random } from '../statistics/index.ts';
import { slopeReading, type SlopeUnit, type UnitId } from '../units/index.ts';

/** A tree, its ground and its observer, as they are. */
export interface HeightWorld {
  readonly heightM: number;
  readonly dbhCm: number;
  readonly eyeM: number;
  /** Level distance from the eye to the axis. */
  readonly distanceM: number;
  /** Rise of the ground from the tree to the observer for each metre. */
  readonly rise: number;
}

/** A measurement in its world, with what is known beside it. */
export interface HeightScene {
  readonly world: HeightWorld;
  readonly methodId: string;
  readonly readings: Readings;
  readonly context: MethodContext;
  readonly evidence: HeightEvidence;
  /** The height that a rightly corrected measurement may lie from the truth, as a share. */
  readonly tolerance: number;
}

export const between = (random: Random, low: number, high: number): number => low + (high - low) * random();
export const oneOf = <T>(random: Random, [first, ...rest]: readonly [T, ...T[]]): T =>
  [first, ...rest][Math.floor(random() * (rest.length + 1))] ?? first;

export const rounded = (value: number, graduation: number): number =>
  Number((Math.round(value / graduation) * graduation).toFixed(3));

const SIGHT_ERROR: Record<SlopeUnit, number> = {
  pct: 1,
  deg: 0.5,
  gon: 0.5,
  m20: 0.2,
  m15: 0.15,
  m25: 0.25,
  m30: 0.3,
  m40: 0.4,
  ft66: 0.7,
};
const FINEST: Record<SlopeUnit, number> = {
  pct: 0.5,
  deg: 0.1,
  gon: 0.1,
  m20: 0.1,
  m15: 0.1,
  m25: 0.1,
  m30: 0.1,
  m40: 0.1,
  ft66: 0.5,
};

/** An ordinary tree and somebody who stands well away from it. */
export function ordinaryWorld(random: Random, change: Partial<HeightWorld> = {}): HeightWorld {
  const dbhCm = change.dbhCm ?? between(random, 20, 55);
  const heightM = change.heightM ?? (1.3 + 30 * (1 - Math.exp(-0.035 * dbhCm))) * Math.exp(normal(random, 0, 0.08));
  return {
    heightM,
    dbhCm,
    eyeM: between(random, 1.5, 1.75),
    distanceM: heightM * between(random, 1.1, 1.5),
    rise: normal(random, 0, 0.04),
    ...change,
  };
}

/** Reads a sight with the error of an ordinary instrument. */
export const sightAt = (random: Random, tangent: number, unit: SlopeUnit): ReadingValue => ({
  value: rounded(normal(random, slopeReading(tangent, unit), SIGHT_ERROR[unit]), FINEST[unit]),
  unit,
});

export const lengthAt = (
  random: Random,
  metres: number,
  error: number,
  unit: UnitId = 'm',
  finest = 0.01,
): ReadingValue => {
  const per = { m: 1, ft: 0.3048, cm: 0.01 }[unit as 'm' | 'ft' | 'cm'];
  return { value: rounded(normal(random, metres, error) / per, finest), unit };
};

/** The tangents of the sights to tip and foot from where the observer stands. */
export const tangentsOf = ({ heightM, eyeM, distanceM, rise }: HeightWorld): { top: number; base: number } => {
  const eyeAbove = eyeM + rise * distanceM;
  return { top: (heightM - eyeAbove) / distanceM, base: -eyeAbove / distanceM };
};

/** Two angles and a level distance. */
export function twoAngles(random: Random, world: HeightWorld, unit: SlopeUnit): Readings {
  const { top, base } = tangentsOf(world);
  return {
    top: sightAt(random, top, unit),
    base: sightAt(random, base, unit),
    distance: lengthAt(random, world.distanceM, 0.1, unit === 'ft66' ? 'ft' : 'm', unit === 'ft66' ? 0.1 : 0.01),
  };
}

export const expectation = (
  random: Random,
  from: Expectation['from'],
  words: string,
  heightM: number,
  error: number,
): Expectation => ({ from, words, heightM: normal(random, heightM, error), standardErrorM: error });

/** What a thorough crew knows: a second method, the curve, the eye, the ground, the distance once more. */
export function thoroughEvidence(random: Random, world: HeightWorld): HeightEvidence {
  const { heightM, eyeM, rise, distanceM } = world;
  const error = 0.012 * heightM;
  return {
    expected: [
      expectation(random, 'other-method', 'the laser', heightM, error),
      expectation(random, 'curve', 'the survey’s height curve', heightM, 0.12 * heightM),
    ],
    eyeM,
    ground: { value: normal(random, rise, 0.01), standardError: 0.01 },
    distance: { value: normal(random, distanceM, 0.008 * distanceM), standardError: 0.008 * distanceM },
    paceM: 0.78,
    markM: 1.3,
  };
}

export const SCALES = ['pct', 'deg', 'm20', 'm15'] as const satisfies readonly SlopeUnit[];

export const scene = (
  world: HeightWorld,
  methodId: string,
  readings: Readings,
  evidence: HeightEvidence,
  tolerance = 0.1,
): HeightScene => ({
  world,
  methodId: `height.${methodId}`,
  readings,
  evidence,
  tolerance,
  context: { unitSystem: 'metric', dbhCm: world.dbhCm, breastHeightM: 1.3 },
});

/** The readings of the other common methods, taken with ordinary error. */
export const TAKEN: Readonly<Record<string, (random: Random, world: HeightWorld) => Readings>> = {
  'slope-tape': (random, world) => {
    const { top, base } = tangentsOf(world);
    return {
      top: sightAt(random, top, 'pct'),
      base: sightAt(random, base, 'pct'),
      tape: lengthAt(random, world.distanceM * Math.hypot(1, world.rise), 0.1),
      along: sightAt(random, -world.rise, 'deg'),
    };
  },
  'base-staff-vertical': (random, world) => staffReadings(random, world, 2),
  'base-staff-horizontal': (random, world) => staffReadings(random, world, 1),
  'forty-five-level': (random, { heightM, eyeM }) => ({
    back: lengthAt(random, heightM - eyeM, 0.1),
    eye: lengthAt(random, eyeM, 0.02),
  }),
  'stick-ratio': (random, { heightM, distanceM }) => {
    const reachCm = between(random, 55, 70);
    return {
      covered: lengthAt(random, ((heightM / distanceM) * reachCm) / 100, 0.002, 'cm', 0.1),
      reach: lengthAt(random, reachCm / 100, 0.01, 'cm', 0.1),
      eyeToBase: lengthAt(random, distanceM, 0.1),
    };
  },
  shadow: (random, { heightM, dbhCm }) => {
    const perMetre = between(random, 0.8, 1.6);
    return {
      staff: lengthAt(random, 1.8, 0.02),
      staffShadow: lengthAt(random, 1.8 * perMetre, 0.02),
      treeShadow: lengthAt(random, heightM * perMetre - dbhCm / 200, 0.3),
    };
  },
  ultrasonic: (random, world) => {
    const { heightM, eyeM, distanceM, rise, dbhCm } = world;
    const toBark = distanceM - dbhCm / 200;
    const eyeAbove = eyeM + rise * distanceM;
    const via = (1.3 - eyeAbove) / toBark;
    return {
      slope: lengthAt(random, toBark * Math.hypot(1, via), 0.1),
      via: sightAt(random, via, 'deg'),
      top: sightAt(random, (heightM - eyeAbove) / distanceM, 'deg'),
      hung: lengthAt(random, 1.3, 0.02),
    };
  },
  'mark-on-stem': (random, world) => {
    const { top, base } = tangentsOf(world);
    const markM = 5;
    return {
      top: sightAt(random, top, 'pct'),
      base: sightAt(random, base, 'pct'),
      mark: sightAt(random, base + markM / world.distanceM, 'pct'),
      markHeight: lengthAt(random, markM, 0.02),
    };
  },
  'laser-verticals': (random, world) => {
    const eyeAbove = world.eyeM + world.rise * world.distanceM;
    return {
      up: lengthAt(random, world.heightM - eyeAbove, 0.1),
      down: lengthAt(random, 1.3 - eyeAbove, 0.1),
      mark: lengthAt(random, 1.3, 0.02),
    };
  },
  protractor: (random, world) => {
    const { top, base } = tangentsOf(world);
    const line = (tangent: number): ReadingValue => ({
      value: rounded(90 - normal(random, slopeReading(tangent, 'deg'), 0.5), 0.5),
      unit: 'deg',
    });
    return { topLine: line(top), baseLine: line(base), distance: lengthAt(random, world.distanceM, 0.1) };
  },
  'sighting-triangle': (random, { heightM, eyeM }) => ({
    run: lengthAt(random, 2 * (heightM - eyeM), 0.1),
    ratio: { value: 2, unit: 'one' },
    line: lengthAt(random, eyeM, 0.02),
  }),
  known: (random, { heightM }) => ({ height: lengthAt(random, heightM, 0.5, 'm', 0.1) }),
};

function staffReadings(random: Random, world: HeightWorld, power: 1 | 2): Readings {
  const { top, base } = tangentsOf(world);
  const beta = Math.atan(-world.rise);
  return {
    top: sightAt(random, top, 'pct'),
    base: sightAt(random, base, 'pct'),
    fixed: lengthAt(random, world.distanceM / Math.cos(beta) ** power, 0.15),
    via: sightAt(random, -world.rise, 'deg'),
  };
}

/** A tree measured as it should be, by one of the common methods, with whatever is known of it. */
export function honestScene(random: Random): HeightScene {
  const world = ordinaryWorld(random);
  const { heightM, eyeM, rise, distanceM } = world;
  const sometimes = <T>(share: number, value: T): T | undefined => (random() < share ? value : undefined);
  const expected = [
    sometimes(0.7, expectation(random, 'curve', 'the survey’s height curve', heightM, 0.12 * heightM)),
    sometimes(0.5, expectation(random, 'other-method', 'the laser', heightM, 0.015 * heightM)),
    sometimes(0.3, expectation(random, 'last-visit', 'the last visit', heightM - 0.3, 0.6)),
  ].filter((each) => each !== undefined);
  const method = oneOf(random, ['two-angles', 'two-angles', 'two-angles', ...Object.keys(TAKEN)]);
  const take = TAKEN[method];
  const readings =
    take === undefined ? twoAngles(random, world, oneOf(random, [...SCALES, 'ft66'])) : take(random, world);
  const reach = readings.reach;
  const measured = distanceOfMethod(method, world);
  return scene(world, method, readings, {
    expected,
    eyeM,
    ground:
      random() < 0.5 ? { value: normal(random, rise, 0.02), standardError: 0.02 } : { value: 0, standardError: 0.08 },
    distance: sometimes(0.4, { value: normal(random, measured, 0.01 * distanceM), standardError: 0.01 * distanceM }),
    paceM: sometimes(0.5, 0.78),
    markM: sometimes(0.5, 1.3),
    crownRadiusM: sometimes(0.4, 0.14 * heightM),
    leanOffsetM: sometimes(0.2, between(random, 0.2, 1)),
    reachCm: reach === undefined ? undefined : { value: normal(random, reach.value, 1), standardError: 0.5 },
  });
}

/** Walked back to a fixed sight, one stands elsewhere than the rest of the scene does. */
export const distanceOfMethod = (method: string, { heightM, eyeM, distanceM }: HeightWorld): number =>
  method === 'forty-five-level' ? heightM - eyeM : method === 'sighting-triangle' ? 2 * (heightM - eyeM) : distanceM;
