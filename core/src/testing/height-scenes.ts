import { crownEdgeReadingM, leaningReadingM } from '../height/geometry.ts';
import type { HeightEvidence } from '../height/index.ts';
import type { Readings, ReadingValue } from '../measurement/index.ts';
import { normal, type Random } from '../statistics/index.ts';
import type { SlopeUnit } from '../units/index.ts';
import {
  between,
  distanceOfMethod,
  expectation,
  type HeightScene,
  type HeightWorld,
  oneOf,
  ordinaryWorld,
  rounded,
  SCALES,
  scene,
  sightAt,
  TAKEN,
  tangentsOf,
  thoroughEvidence,
  twoAngles,
} from './height-worlds.ts';

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
  'height.decimal-point': byTwoAngles((readings, _world, random) => {
    const key = oneOf(random, ['top', 'distance'] as const);
    const reading = readings[key] ?? { value: 0, unit: 'pct' };
    return { ...readings, [key]: { ...reading, value: rounded(reading.value / 10, 0.001) } };
  }),
  'height.digits-transposed': byTwoAngles((readings) => withDistance(readings, 41), {
    unit: 'pct',
    world: (random) => ({ distanceM: normal(random, 14, 0.02), heightM: between(random, 11, 15), dbhCm: 20 }),
  }),
  'height.tape-length': byTwoAngles((readings, { distanceM }) => withDistance(readings, distanceM + 10), {
    unit: 'pct',
  }),
  'height.tape-mirrored': byTwoAngles(
    // From 22.3 counted back over the 20: 17.7.
    (readings) => withDistance(readings, 40 - (readings.distance?.value ?? 0)),
    {
      unit: 'pct',
      world: (random) => ({ distanceM: between(random, 21.8, 22.4), heightM: between(random, 17, 21), dbhCm: 30 }),
    },
  ),
  'height.protractor-zero': byOther('protractor', ({ topLine, baseLine, ...rest }) => ({
    ...rest,
    topLine: { unit: 'deg', value: 90 - (topLine?.value ?? 0) },
    baseLine: { unit: 'deg', value: (baseLine?.value ?? 0) - 90 },
  })),
  'height.protractor-flip': byOther(
    'protractor',
    ({ baseLine, ...rest }) => ({ ...rest, baseLine: { unit: 'deg', value: 180 - (baseLine?.value ?? 0) } }),
    { world: (random) => ({ rise: between(random, 0.02, 0.1) }) },
  ),
  'height.ratio-inverted': byOther('sighting-triangle', (readings) => ({
    ...readings,
    ratio: { value: 0.5, unit: 'one' },
  })),
  'height.staff-shadow-swapped': byOther('shadow', ({ staff, staffShadow, treeShadow }, { heightM, dbhCm }) => {
    const perMetre = 1.7;
    const long = { value: rounded((staff?.value ?? 0) * perMetre, 0.01), unit: 'm' as const };
    return {
      staff: long,
      staffShadow: staff ?? long,
      treeShadow: { ...(treeShadow ?? staffShadow ?? long), value: rounded(heightM * perMetre - dbhCm / 200, 0.01) },
    };
  }),
  'height.reach-swapped': byOther('stick-ratio', ({ covered, reach, ...rest }) => ({
    ...rest,
    covered: reach ?? { value: 0, unit: 'cm' },
    reach: covered ?? { value: 0, unit: 'cm' },
  })),
  'height.scale-and-sign': byTwoAngles(
    (readings) => {
      const wrong = reread(readings, 'pct');
      return { ...wrong, base: negated(wrong.base) };
    },
    { unit: 'm20', world: (random) => ({ rise: between(random, 0.05, 0.1), distanceM: 20 }) },
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
