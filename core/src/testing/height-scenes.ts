import { crownEdgeReadingM, leaningReadingM } from '../height/geometry.ts';
import { seenTangent } from '../height/reading-errors/tree-changes.ts';
import { soundFactor } from '../height/sound.ts';
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

const between = (random: Random, low: number, high: number): number => low + (high - low) * random();
const oneOf = <T>(random: Random, [first, ...rest]: readonly [T, ...T[]]): T =>
  [first, ...rest][Math.floor(random() * (rest.length + 1))] ?? first;

const rounded = (value: number, graduation: number): number =>
  Number((Math.round(value / graduation) * graduation).toFixed(3));

const SIGHT_ERROR: Record<SlopeUnit, number> = {
  pct: 1,
  deg: 0.5,
  gon: 0.5,
  m20: 0.2,
  m15: 0.15,
  m25: 0.25,
  m30: 0.3,
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

const expectation = (
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

const SCALES = ['pct', 'deg', 'm20', 'm15'] as const satisfies readonly SlopeUnit[];

const scene = (
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
  const nowC = between(random, -2, 25);
  const covered = readings.covered;
  const reach = readings.reach;
  const measured = distanceOfMethod(method, world);
  return scene(world, method, readings, {
    expected,
    eyeM,
    ground:
      random() < 0.5 ? { value: normal(random, rise, 0.02), standardError: 0.02 } : { value: 0, standardError: 0.08 },
    distance: sometimes(0.4, { value: normal(random, measured, 0.01 * distanceM), standardError: 0.01 * distanceM }),
    neighboursM: sometimes(0.5, [between(random, 10, 40), between(random, 10, 40)]),
    paceM: sometimes(0.5, 0.78),
    markM: sometimes(0.5, 1.3),
    crownRadiusM: sometimes(0.4, 0.14 * heightM),
    leanOffsetM: sometimes(0.2, between(random, 0.2, 1)),
    shadow: sometimes(0.5, { minutes: 1, sharePerMinute: 0.0044 }),
    air: sometimes(0.5, { nowC, calibratedC: nowC + between(random, -3, 3) }),
    reachCm: reach === undefined ? undefined : { value: normal(random, reach.value, 1), standardError: 0.5 },
    eyeToTipCm:
      covered === undefined || reach === undefined
        ? undefined
        : { value: normal(random, Math.hypot(covered.value, reach.value), 0.6), standardError: 0.5 },
    again: covered === undefined ? undefined : { covered: { ...covered, value: normal(random, covered.value, 0.28) } },
  });
}

/** Walked back to 45°, one stands elsewhere than the rest of the scene does. */
const distanceOfMethod = (method: string, { heightM, eyeM, distanceM }: HeightWorld): number =>
  method === 'forty-five-level' ? heightM - eyeM : distanceM;

const withDistance = (readings: Readings, metres: number): Readings => ({
  ...readings,
  distance: { value: rounded(metres, 0.01), unit: 'm' },
});

const reread = (readings: Readings, unit: SlopeUnit): Readings =>
  Object.fromEntries(
    Object.entries(readings).map(([key, reading]) => [key, key === 'distance' ? reading : { ...reading, unit }]),
  );

const negated = (reading: ReadingValue | undefined): ReadingValue => ({
  unit: reading?.unit ?? 'pct',
  value: -(reading?.value ?? 0),
});

type Slipped = (random: Random) => HeightScene;

const byTwoAngles =
  (
    slip: (readings: Readings, world: HeightWorld, random: Random) => Readings,
    {
      unit,
      world: change = () => ({}),
      knows = () => ({}),
      tolerance,
    }: {
      readonly unit?: SlopeUnit;
      readonly world?: (random: Random) => Partial<HeightWorld>;
      readonly knows?: (world: HeightWorld, random: Random) => Partial<HeightEvidence>;
      readonly tolerance?: number;
    } = {},
  ): Slipped =>
  (random) => {
    const world = ordinaryWorld(random, change(random));
    const taken = twoAngles(random, world, unit ?? oneOf(random, SCALES));
    const evidence = { ...thoroughEvidence(random, world), ...knows(world, random) };
    return scene(world, 'two-angles', slip(taken, world, random), evidence, tolerance);
  };

const byOther =
  (
    method: string,
    slip: (readings: Readings, world: HeightWorld, random: Random) => Readings,
    options: {
      readonly as?: string;
      readonly world?: (random: Random) => Partial<HeightWorld>;
      readonly knows?: (world: HeightWorld, readings: Readings, random: Random) => Partial<HeightEvidence>;
      readonly tolerance?: number;
    } = {},
  ): Slipped =>
  (random) => {
    const world = ordinaryWorld(random, options.world?.(random) ?? {});
    const taken = TAKEN[method]?.(random, world) ?? {};
    const measured = distanceOfMethod(method, world);
    const thorough = thoroughEvidence(random, { ...world, distanceM: measured });
    const evidence = { ...thorough, ...options.knows?.(world, taken, random) };
    return scene(world, options.as ?? method, slip(taken, world, random), evidence, options.tolerance);
  };

const steep = (random: Random): Partial<HeightWorld> => ({
  rise: between(random, 0.45, 0.65) * (random() < 0.5 ? 1 : -1),
});

const leaner =
  (direction: 'towards' | 'away'): Slipped =>
  (random) => {
    const world = ordinaryWorld(random, { rise: 0 });
    const offsetM = world.distanceM * between(random, 0.12, 0.22);
    const { heightM, eyeM, distanceM } = world;
    const read = leaningReadingM({ heightM, eyeM, distanceM, offsetM }, direction);
    const taken = twoAngles(random, { ...world, heightM: read }, oneOf(random, SCALES));
    return scene(world, 'two-angles', taken, { ...thoroughEvidence(random, world), leanOffsetM: offsetM });
  };

/** One simulated measurement for each kind of slip that is named from evidence. */
export const SLIPPED: Readonly<Record<string, Slipped>> = {
  'height.base-sign': byTwoAngles((readings) => ({ ...readings, base: negated(readings.base) }), {
    world: (random) => ({ rise: between(random, -0.02, 0.08) }),
  }),
  'height.top-sign': byTwoAngles((readings) => ({ ...readings, top: negated(readings.top) })),
  'height.swapped': byTwoAngles(({ top, base, ...readings }) => ({
    ...readings,
    top: base ?? negated(top),
    base: top ?? negated(base),
  })),
  'height.degrees-as-percent': byTwoAngles((readings) => reread(readings, 'pct'), { unit: 'deg' }),
  'height.percent-as-degrees': byTwoAngles((readings) => reread(readings, 'deg'), {
    unit: 'pct',
    world: (random) => ({ rise: normal(random, 0, 0.02) }),
  }),
  'height.other-scale': (random) => {
    const [own, other] = random() < 0.5 ? (['m15', 'm20'] as const) : (['m20', 'm15'] as const);
    return byTwoAngles((readings) => reread(readings, other), { unit: own })(random);
  },
  'height.reading-divided': byTwoAngles(
    ({ top, base, distance }) => {
      const divided = (reading: ReadingValue | undefined): ReadingValue => ({
        unit: reading?.unit ?? 'm20',
        value: rounded((reading?.value ?? 0) / (distance?.value ?? 1), 0.01),
      });
      return { top: divided(top), base: divided(base), distance: distance ?? { value: 20, unit: 'm' } };
    },
    { unit: 'pct', tolerance: 0.12 },
  ),
  'height.base-hidden': byTwoAngles(
    (readings, world, random) => {
      const { base } = tangentsOf(world);
      return { ...readings, base: sightAt(random, base + 2 / world.distanceM, 'pct') };
    },
    { unit: 'pct', knows: () => ({ markM: 2 }) },
  ),
  'height.eye-missing': byTwoAngles((readings) => ({ ...readings, base: { value: 0, unit: 'pct' } }), {
    unit: 'pct',
    world: (random) => ({ rise: between(random, 0, 0.08) }),
    knows: (world, random) => ({ ground: { value: normal(random, world.rise, 0.01), standardError: 0.01 } }),
  }),
  'height.eye-twice': byOther('forty-five-level', ({ back, eye, ...rest }) => ({
    ...rest,
    back: { unit: 'm', value: rounded((back?.value ?? 0) + (eye?.value ?? 0), 0.01) },
    eye: eye ?? { value: 1.6, unit: 'm' },
  })),
  'height.mark-below': byOther('mark-on-stem', (readings) => ({ ...readings, mark: negated(readings.mark) }), {
    world: (random) => ({ rise: between(random, 0.32, 0.4) }),
    // A mark at a quarter of the tree passes its own error on four times.
    tolerance: 0.25,
  }),
  'height.scale-of-other-distance': (random) => {
    const standM = oneOf(random, [15, 20] as const);
    const otherM = standM === 15 ? 20 : 15;
    const world = ordinaryWorld(random, { distanceM: standM, heightM: between(random, 11, 15), dbhCm: 22 });
    const taken = twoAngles(random, world, otherM === 20 ? 'm20' : 'm15');
    return scene(world, 'two-angles', withDistance(taken, otherM), thoroughEvidence(random, world));
  },
  'height.slope-as-level': byTwoAngles(
    (readings, { distanceM, rise }) => withDistance(readings, distanceM * Math.hypot(1, rise)),
    { unit: 'pct', world: steep },
  ),
  'height.cosine-once': byOther('base-staff-vertical', (readings) => readings, {
    as: 'base-staff-horizontal',
    world: steep,
  }),
  'height.cosine-twice': byOther('base-staff-horizontal', (readings) => readings, {
    as: 'base-staff-vertical',
    world: steep,
  }),
  'height.feet-as-metres': byTwoAngles((readings, { distanceM }) => withDistance(readings, distanceM / 0.3048), {
    unit: 'pct',
  }),
  'height.metres-as-feet': byTwoAngles(
    (readings) => ({ ...readings, distance: { unit: 'ft', value: readings.distance?.value ?? 0 } }),
    { unit: 'pct' },
  ),
  'height.paces-as-metres': byTwoAngles(
    (readings, { distanceM }, random) => withDistance(readings, Math.round(normal(random, distanceM / 0.78, 0.3))),
    { unit: 'pct' },
  ),
  'height.steps-as-paces': byTwoAngles((readings, { distanceM }) => withDistance(readings, distanceM * 2), {
    unit: 'pct',
  }),
  'height.half-trunk-forgotten': byTwoAngles(
    (readings, { distanceM, dbhCm }) => withDistance(readings, distanceM - dbhCm / 200),
    {
      unit: 'pct',
      world: (random) => ({
        dbhCm: between(random, 180, 240),
        heightM: between(random, 24, 30),
        distanceM: 15 + random() * 5,
      }),
    },
  ),
  'height.half-trunk-twice': byTwoAngles(
    (readings, { distanceM, dbhCm }) => withDistance(readings, distanceM + dbhCm / 200),
    {
      unit: 'pct',
      world: (random) => ({
        dbhCm: between(random, 180, 240),
        heightM: between(random, 24, 30),
        distanceM: 15 + random() * 5,
      }),
    },
  ),
  'height.wrong-tree': (random) => {
    const world = ordinaryWorld(random);
    const besideM = world.distanceM * oneOf(random, [between(random, 0.7, 0.85), between(random, 1.15, 1.4)]);
    const taken = withDistance(twoAngles(random, world, 'pct'), normal(random, besideM, 0.05));
    return scene(world, 'two-angles', taken, { ...thoroughEvidence(random, world), neighboursM: [besideM, 8.1] });
  },
  'height.other-temperature': byOther(
    'ultrasonic',
    (readings, _world, random) => {
      const factor = soundFactor(between(random, -4, 2), between(random, 18, 24));
      return { ...readings, slope: { unit: 'm', value: rounded((readings.slope?.value ?? 0) / factor, 0.01) } };
    },
    { knows: () => ({ air: { nowC: -1, calibratedC: 21 } }) },
  ),
  'height.crown-edge': (random) => {
    const heightM = between(random, 18, 26);
    const distanceM = heightM * between(random, 0.85, 1.05);
    const world = ordinaryWorld(random, { heightM, distanceM, rise: 0, dbhCm: 55 });
    const crownRadiusM = heightM * between(random, 0.26, 0.33);
    const read = crownEdgeReadingM({ heightM, crownRadiusM, eyeM: world.eyeM, distanceM });
    const taken = twoAngles(random, { ...world, heightM: read }, oneOf(random, SCALES));
    return scene(world, 'two-angles', taken, { ...thoroughEvidence(random, world), crownRadiusM });
  },
  'height.lean-towards': leaner('towards'),
  'height.lean-away': leaner('away'),
  'height.parts-multiplied': (random) => {
    const world = ordinaryWorld(random, { rise: 0.05 });
    const downM = world.eyeM + world.rise * world.distanceM;
    const parts = { upM: normal(random, world.heightM - downM, 0.2), downM: normal(random, downM, 0.05) };
    const height = { value: rounded(parts.upM * parts.downM, 0.01), unit: 'm' as const };
    return scene(world, 'known', { height }, { ...thoroughEvidence(random, world), parts });
  },
  'height.stick-tilted': (random) => {
    const world = ordinaryWorld(random);
    const tiltDeg = between(random, 14, 24) * (random() < 0.5 ? 1 : -1);
    const reachCm = between(random, 55, 70);
    const share = world.heightM / world.distanceM;
    // What is covered of the tilted stick so that the tree is seen under its own angle.
    let coveredCm = share * reachCm;
    for (let round = 0; round < 60; round += 1) coveredCm *= share / seenTangent(coveredCm, reachCm, tiltDeg);
    const sine = Math.sin((tiltDeg * Math.PI) / 180);
    const toTip = Math.sqrt(reachCm ** 2 + coveredCm ** 2 + 2 * reachCm * coveredCm * sine);
    const readings: Readings = {
      covered: lengthAt(random, coveredCm / 100, 0.002, 'cm', 0.1),
      reach: { value: rounded(reachCm, 0.1), unit: 'cm' },
      eyeToBase: lengthAt(random, world.distanceM, 0.1),
    };
    return scene(world, 'stick-ratio', readings, {
      ...thoroughEvidence(random, world),
      eyeToTipCm: { value: normal(random, toTip, 0.4), standardError: 0.4 },
      reachCm: { value: normal(random, reachCm, 0.5), standardError: 0.5 },
    });
  },
  'height.reach-changed': byOther(
    'stick-ratio',
    (readings, _world, random) => ({
      ...readings,
      reach: {
        unit: 'cm',
        value: rounded(
          (readings.reach?.value ?? 64) * (1 + oneOf(random, [-1, 1] as const) * between(random, 0.1, 0.2)),
          0.1,
        ),
      },
    }),
    {
      knows: (_world, { reach }, random) => ({
        reachCm: { value: normal(random, reach?.value ?? 64, 0.5), standardError: 0.5 },
      }),
    },
  ),
  'height.head-turned': byOther(
    'stick-ratio',
    (readings, _world, random) => ({
      ...readings,
      covered: {
        unit: 'cm',
        value: rounded(
          (readings.covered?.value ?? 40) * (1 + oneOf(random, [-1, 1] as const) * between(random, 0.08, 0.15)),
          0.1,
        ),
      },
    }),
    {
      knows: (_world, { covered }, random) => ({
        again: { covered: { unit: 'cm', value: rounded(normal(random, covered?.value ?? 40, 0.2), 0.1) } },
      }),
    },
  ),
  'height.shadow-late': (random) => {
    const minutes = between(random, 12, 30);
    const sharePerMinute = between(random, 0.003, 0.006) * (random() < 0.3 ? -1 : 1);
    return byOther(
      'shadow',
      (readings) => ({
        ...readings,
        treeShadow: {
          unit: 'm',
          value: rounded((readings.treeShadow?.value ?? 0) * (1 + minutes * sharePerMinute), 0.01),
        },
      }),
      { knows: () => ({ shadow: { minutes, sharePerMinute } }) },
    )(random);
  },
  'height.shrunken': (random) => {
    const world = ordinaryWorld(random);
    const broken = world.heightM * between(random, 0.6, 0.72);
    const taken = twoAngles(random, { ...world, heightM: broken }, oneOf(random, SCALES));
    const last = expectation(random, 'last-visit', 'the last visit', world.heightM - 0.3, 0.5);
    return scene(world, 'two-angles', taken, { eyeM: world.eyeM, expected: [last] });
  },
};

/** One simulated measurement for each kind of slip that the method finds by itself. */
export const SLIPPED_PLAINLY: Readonly<Record<string, Slipped>> = {
  'height.too-close': byTwoAngles((readings) => readings, {
    world: (random) => {
      const heightM = between(random, 18, 28);
      return { heightM, dbhCm: 40, distanceM: heightM * between(random, 0.35, 0.55), rise: 0 };
    },
    tolerance: 0.3,
  }),
  'height.unlikely-slenderness': (random) => {
    const world = ordinaryWorld(random, { dbhCm: between(random, 12, 20), heightM: between(random, 36, 44), rise: 0 });
    const taken = twoAngles(random, world, oneOf(random, SCALES));
    return scene(world, 'two-angles', taken, { eyeM: world.eyeM, expected: [] });
  },
  'height.below-breast-height': (random) => {
    const world = ordinaryWorld(random, {
      heightM: between(random, 0.5, 0.9),
      distanceM: between(random, 4, 8),
      rise: 0,
    });
    return scene(world, 'laser-verticals', TAKEN['laser-verticals']?.(random, world) ?? {}, { expected: [] });
  },
};
