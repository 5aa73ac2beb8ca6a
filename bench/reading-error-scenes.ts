/*
 * Reading errors, simulated: trees, ground and observers as they are, read with ordinary errors, then read wrongly in one
 * named way. The geometry is this file's own, so that it judges that of core.
 */
export type Unit = 'm' | 'ft' | 'cm' | 'pct' | 'deg' | 'm15' | 'm20' | 'm25' | 'm30' | 'ft66' | 'one';
export interface Reading {
  readonly value: number;
  readonly unit: Unit;
}
export type Readings = Readonly<Record<string, Reading>>;

export type Random = () => number;

export interface World {
  readonly heightM: number;
  readonly curveM: number;
  readonly dbhCm: number;
  readonly eyeM: number;
  readonly distanceM: number;
  /** Rise of the ground from the tree to the observer for each metre. */
  readonly rise: number;
  readonly unit: Unit;
}

export const uniform = (random: Random, low: number, high: number): number => low + (high - low) * random();
export const pick = <T>(random: Random, values: readonly T[]): T => values[Math.floor(random() * values.length)] as T;
export const gauss = (random: Random, mean: number, error: number): number =>
  mean + error * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
const round = (value: number, step: number): number => Number((Math.round(value / step) * step).toFixed(3));
const degrees = (tangent: number): number => (Math.atan(tangent) * 180) / Math.PI;

/** What one unit of a scale is as a tangent; degrees apart. */
const PER_TANGENT: Partial<Record<Unit, number>> = { pct: 100, m15: 15, m20: 20, m25: 25, m30: 30, ft66: 66 };
const SIGHT_ERROR: Partial<Record<Unit, readonly [number, number]>> = {
  pct: [1, 1],
  deg: [0.5, 0.5],
  m15: [0.15, 0.25],
  m20: [0.2, 0.25],
  m25: [0.25, 0.25],
  m30: [0.3, 0.25],
  ft66: [0.7, 0.5],
};

const sight = (random: Random, tangent: number, unit: Unit): Reading => {
  const [error, step] = SIGHT_ERROR[unit] ?? [1, 1];
  const exact = unit === 'deg' ? degrees(tangent) : tangent * (PER_TANGENT[unit] ?? 100);
  return { value: round(gauss(random, exact, error), step), unit };
};
const metres = (random: Random, exact: number, error = 0.1, step = 0.1): Reading => ({
  value: round(gauss(random, exact, error), step),
  unit: 'm',
});
const centimetres = (random: Random, exact: number, error = 0.2, step = 0.1): Reading => ({
  value: round(gauss(random, exact, error), step),
  unit: 'cm',
});

/** Where a crew stands: on a mark of its scale, on a round distance, or anywhere near one tree height. */
function standOff(random: Random, heightM: number, unit: Unit): number {
  const marks: Partial<Record<Unit, number>> = { m15: 15, m20: 20, m25: 25, m30: 30, ft66: 20.117 };
  const fixed = marks[unit];
  if (fixed !== undefined && random() < 0.7) return fixed;
  const near = Math.max(6, heightM * uniform(random, 0.8, 1.5));
  return random() < 0.5 ? Math.round(near) : near;
}

/** A tree of a stand whose curve is 1.3 + 30 (1 − e^(−0.035 d)), and somebody who stands beside it. */
function worldOf(random: Random, change: Partial<World> = {}): World {
  const dbhCm = round(change.dbhCm ?? 10 + 50 * random() ** 1.3, 0.1);
  const curveM = 1.3 + 30 * (1 - Math.exp(-0.035 * dbhCm));
  const heightM = curveM * Math.exp(gauss(random, 0, 0.1));
  const unit = change.unit ?? pick<Unit>(random, ['pct', 'deg', 'm20', 'm15']);
  return {
    heightM,
    curveM,
    dbhCm,
    eyeM: gauss(random, 1.6, 0.05),
    distanceM: standOff(random, heightM, unit),
    rise: gauss(random, 0, 0.1),
    unit,
    ...change,
  };
}

const tipAndFoot = ({ heightM, eyeM, distanceM, rise }: World): readonly [number, number] => {
  const eyeAbove = eyeM + rise * distanceM;
  return [(heightM - eyeAbove) / distanceM, -eyeAbove / distanceM];
};

/** How each method is read where nothing goes wrong. */
const METHODS: Readonly<Record<string, (random: Random, world: World) => Readings>> = {
  'two-angles': (random, world) => {
    const [top, base] = tipAndFoot(world);
    return {
      top: sight(random, top, world.unit),
      base: sight(random, base, world.unit),
      distance: metres(random, world.distanceM),
    };
  },
  'slope-tape': (random, world) => {
    const [top, base] = tipAndFoot(world);
    return {
      top: sight(random, top, 'pct'),
      base: sight(random, base, 'pct'),
      tape: metres(random, world.distanceM * Math.hypot(1, world.rise)),
      along: sight(random, -world.rise, 'deg'),
    };
  },
  'mark-on-stem': (random, world) => {
    const [top, base] = tipAndFoot(world);
    return {
      top: sight(random, top, 'pct'),
      base: sight(random, base, 'pct'),
      mark: sight(random, base + 5 / world.distanceM, 'pct'),
      markHeight: metres(random, 5, 0.02, 0.01),
    };
  },
  'laser-slopes': (random, world) => {
    const [top, base] = tipAndFoot(world);
    const atMark = base + 1.3 / world.distanceM;
    return {
      topSlope: metres(random, world.distanceM * Math.hypot(1, top)),
      topAngle: { value: round(gauss(random, degrees(top), 0.25), 0.1), unit: 'deg' },
      markSlope: metres(random, world.distanceM * Math.hypot(1, atMark)),
      markAngle: { value: round(gauss(random, degrees(atMark), 0.25), 0.1), unit: 'deg' },
      mark: { value: 1.3, unit: 'm' },
    };
  },
  'laser-verticals': (random, world) => {
    const eyeAbove = world.eyeM + world.rise * world.distanceM;
    return {
      up: metres(random, world.heightM - eyeAbove),
      down: metres(random, 0 - eyeAbove),
      mark: { value: 0, unit: 'm' },
    };
  },
  ultrasonic: (random, world) => {
    const toBark = world.distanceM - world.dbhCm / 200;
    const eyeAbove = world.eyeM + world.rise * world.distanceM;
    const via = (1.3 - eyeAbove) / toBark;
    return {
      slope: metres(random, toBark * Math.hypot(1, via)),
      via: sight(random, via, 'deg'),
      top: sight(random, (world.heightM - eyeAbove) / world.distanceM, 'deg'),
      hung: { value: 1.3, unit: 'm' },
    };
  },
  'base-staff-vertical': (random, world) => {
    const [top, base] = tipAndFoot(world);
    return {
      top: sight(random, top, 'pct'),
      base: sight(random, base, 'pct'),
      fixed: metres(random, world.distanceM * (1 + world.rise ** 2)),
      via: sight(random, -world.rise, 'deg'),
    };
  },
  protractor: (random, world) => {
    const [top, base] = tipAndFoot(world);
    const line = (tangent: number): Reading => ({
      value: round(gauss(random, 90 - degrees(tangent), 0.7), 0.5),
      unit: 'deg',
    });
    return { topLine: line(top), baseLine: line(base), distance: metres(random, world.distanceM) };
  },
  'sighting-triangle': (random, world) => {
    const ratio = pick(random, [1, 1.5, 2]);
    const lineM = world.eyeM;
    return {
      run: metres(random, (world.heightM - lineM) * ratio),
      ratio: { value: ratio, unit: 'one' },
      line: metres(random, lineM, 0.02, 0.01),
    };
  },
  'forty-five-level': (random, { heightM, eyeM }) => ({
    back: metres(random, heightM - eyeM),
    eye: metres(random, eyeM, 0.02, 0.01),
  }),
  'stick-ratio': (random, { heightM, distanceM }) => {
    const reach = round(uniform(random, 55, 70), 0.5);
    return {
      covered: centimetres(random, (heightM / distanceM) * reach),
      reach: { value: reach, unit: 'cm' },
      eyeToBase: metres(random, distanceM),
    };
  },
  'equal-stick': (random, { heightM }) => ({ eyeToBase: metres(random, heightM, 0.2) }),
  'pole-at-tree': (random, { heightM, distanceM }) => {
    const perM = 60 / distanceM;
    return {
      pole: { value: 4, unit: 'm' },
      poleSeen: centimetres(random, 4 * perM, 0.1),
      treeSeen: centimetres(random, heightM * perM, 0.1),
    };
  },
  shadow: (random, { heightM, dbhCm }) => {
    const perM = uniform(random, 0.7, 1.7);
    return {
      staff: metres(random, 1.8, 0.01, 0.01),
      staffShadow: metres(random, 1.8 * perM, 0.02, 0.01),
      treeShadow: metres(random, heightM * perM - dbhCm / 200, 0.2),
    };
  },
};

export const METHOD_NAMES = Object.keys(METHODS);

export interface Scene {
  readonly world: World;
  readonly method: string;
  readonly readings: Readings;
  /** The readings as they should have been. */
  readonly right: Readings;
  readonly diameter?: { readonly method: string; readonly readings: Readings };
}

export interface Kind {
  readonly name: string;
  /** Codes of findings that name this cause; several where they are the same act. */
  readonly codes: readonly string[];
  readonly make: (random: Random) => Scene;
}

export const taken = (random: Random, method: string, change: Partial<World> = {}): Omit<Scene, 'readings'> => {
  const world = worldOf(random, change);
  return { world, method, right: (METHODS[method] ?? METHODS['two-angles'])?.(random, world) ?? {} };
};

type Wrong = (readings: Readings, random: Random, world: World) => Readings;

const kind = (
  name: string,
  codes: readonly string[],
  methods: readonly string[],
  wrong: Wrong,
  change: (random: Random) => Partial<World> = () => ({}),
): Kind => ({
  name,
  codes,
  make: (random) => {
    const scene = taken(random, pick(random, methods), change(random));
    return { ...scene, readings: wrong(scene.right, random, scene.world) };
  },
});

const get = (readings: Readings, key: string): Reading => readings[key] ?? { value: 0, unit: 'm' };
const set = (readings: Readings, key: string, value: number): Readings =>
  readings[key] === undefined
    ? readings
    : { ...readings, [key]: { ...get(readings, key), value: round(value, 0.001) } };
const turn = (readings: Readings, key: string): Readings => set(readings, key, -get(readings, key).value);
/** The same numbers, taken for those of another scale. */
const entered = (readings: Readings, unit: Unit): Readings =>
  Object.fromEntries(
    Object.entries(readings).map(([key, reading]) =>
      reading.unit in PER_TANGENT || reading.unit === 'deg' ? [key, { ...reading, unit }] : [key, reading],
    ),
  );
const scale = (unit: Unit) => (): Partial<World> => ({ unit });
const DISTANCES = ['distance', 'tape', 'back', 'eyeToBase', 'run', 'fixed', 'slope', 'treeShadow'] as const;
const distanceKey = (readings: Readings): string => DISTANCES.find((key) => readings[key] !== undefined) ?? 'distance';
const withDistance =
  (change: (value: number, random: Random) => number): Wrong =>
  (readings, random) => {
    const key = distanceKey(readings);
    return set(readings, key, change(get(readings, key).value, random));
  };
const TAPED = ['two-angles', 'two-angles', 'slope-tape', 'protractor', 'forty-five-level', 'stick-ratio'];
const SIGHTED = ['two-angles', 'two-angles', 'slope-tape', 'mark-on-stem', 'base-staff-vertical'];

const transposed = (value: number): number => {
  const text = String(Math.abs(value));
  const digits = [...text];
  const places = digits.map((_, i) => i).filter((i) => /\d/.test(digits[i] ?? ''));
  const [a = 0, b = 1] = places;
  [digits[a], digits[b]] = [digits[b] ?? '', digits[a] ?? ''];
  return Math.sign(value) * Number(digits.join(''));
};

const SIGN = ['height.base-sign', 'height.base-above-eye'];
const SCALE = ['height.other-scale', 'height.scale-of-other-distance', 'height.wrong-scale'];
const FACTOR_TEN = ['height.decimal-point'];

/** Ways to get a height wrong, each with the codes of findings that name it. */
export const KINDS: readonly Kind[] = [
  kind('base sign dropped', SIGN, SIGHTED, (r) => turn(r, 'base')),
  kind(
    'base sign dropped, observer below',
    SIGN,
    SIGHTED,
    (r) => turn(r, 'base'),
    (random) => ({ rise: -uniform(random, 0.12, 0.3) }),
  ),
  kind(
    'base sign, laser',
    SIGN,
    ['laser-slopes', 'laser-verticals'],
    (r) => turn(turn(r, 'down'), 'markAngle'),
    (random) => ({ rise: uniform(random, 0, 0.15) }),
  ),
  kind('top sign', ['height.top-sign', 'height.top-below-base', 'height.top-below-eye'], ['two-angles'], (r) =>
    turn(r, 'top'),
  ),
  kind('top and base exchanged', ['height.swapped', 'height.top-below-base'], SIGHTED, (r) => ({
    ...r,
    top: get(r, 'base'),
    base: get(r, 'top'),
  })),
  kind(
    'percent read, entered as degrees',
    ['height.percent-as-degrees', 'height.wrong-scale'],
    SIGHTED,
    (r) => entered(r, 'deg'),
    scale('pct'),
  ),
  kind(
    'degrees read, entered as percent',
    ['height.degrees-as-percent', 'height.wrong-scale'],
    ['two-angles'],
    (r) => entered(r, 'pct'),
    scale('deg'),
  ),
  kind('1:20 read, entered as percent', SCALE, ['two-angles'], (r) => entered(r, 'pct'), scale('m20')),
  kind('percent read, entered as 1:20', SCALE, ['two-angles'], (r) => entered(r, 'm20'), scale('pct')),
  kind('1:15 read, entered as percent', SCALE, ['two-angles'], (r) => entered(r, 'pct'), scale('m15')),
  kind('1:20 read, entered as 1:15', SCALE, ['two-angles'], (r) => entered(r, 'm15'), scale('m20')),
  kind('1:15 read, entered as 1:20', SCALE, ['two-angles'], (r) => entered(r, 'm20'), scale('m15')),
  kind('1:66 read, entered as percent', SCALE, ['two-angles'], (r) => entered(r, 'pct'), scale('ft66')),
  kind(
    'degrees read, entered as 1:20',
    ['height.degrees-as-percent', ...SCALE],
    ['two-angles'],
    (r) => entered(r, 'm20'),
    scale('deg'),
  ),
  kind(
    'scale of another distance',
    SCALE,
    ['two-angles'],
    (r, _random, { distanceM }) => set(r, 'distance', distanceM > 17 ? 15 : 20),
    (random) => {
      const unit = pick<Unit>(random, ['m15', 'm20']);
      return { unit, distanceM: unit === 'm15' ? 15 : 20 };
    },
  ),
  kind(
    'feet entered as metres',
    ['height.feet-as-metres'],
    TAPED,
    withDistance((value) => value / 0.3048),
  ),
  kind('metres entered as feet', ['height.metres-as-feet'], TAPED, (r) => {
    const key = distanceKey(r);
    return { ...r, [key]: { ...get(r, key), unit: 'ft' } };
  }),
  kind(
    'distance decimal dropped',
    FACTOR_TEN,
    TAPED,
    withDistance((value) => value * 10),
  ),
  kind(
    'distance decimal shifted',
    FACTOR_TEN,
    TAPED,
    withDistance((value) => value / 10),
  ),
  kind(
    'top decimal dropped',
    FACTOR_TEN,
    ['two-angles'],
    (r) => set(r, 'top', get(r, 'top').value * 10),
    (random) => ({ unit: pick<Unit>(random, ['pct', 'm20']) }),
  ),
  kind('top decimal shifted', FACTOR_TEN, ['two-angles'], (r) => set(r, 'top', get(r, 'top').value / 10)),
  kind(
    'steps entered as double paces',
    ['height.steps-as-paces'],
    TAPED,
    withDistance((value) => value * 2),
  ),
  kind(
    'paces entered as metres',
    ['height.paces-as-metres'],
    TAPED,
    withDistance((value) => Math.round(value / 0.75)),
  ),
  kind(
    'double paces entered as metres',
    ['height.paces-as-metres'],
    TAPED,
    withDistance((value) => Math.round(value / 1.5)),
  ),
  kind(
    '10 m too many',
    ['height.tape-length'],
    TAPED,
    withDistance((value) => value + 10),
  ),
  kind(
    '10 m too few',
    ['height.tape-length'],
    TAPED,
    withDistance((value) => (value > 14 ? value - 10 : value + 10)),
  ),
  kind(
    'one chain too few',
    ['height.tape-length'],
    ['two-angles'],
    withDistance((value) => value - 20.1),
    (random) => ({ distanceM: uniform(random, 26, 36) }),
  ),
  kind('digits of the distance transposed', ['height.digits-transposed'], TAPED, withDistance(transposed)),
  kind('digits of the top transposed', ['height.digits-transposed'], ['two-angles'], (r) =>
    set(r, 'top', transposed(get(r, 'top').value)),
  ),
  kind(
    'readings divided by the distance',
    ['height.reading-divided'],
    ['two-angles'],
    (r) => {
      const by = get(r, 'distance').value;
      return set(set(r, 'top', round(get(r, 'top').value / by, 0.01)), 'base', round(get(r, 'base').value / by, 0.01));
    },
    scale('pct'),
  ),
  kind(
    'base left at 0',
    ['height.eye-missing'],
    SIGHTED,
    (r) => set(r, 'base', 0),
    (random) => ({ rise: uniform(random, 0.02, 0.25) }),
  ),
  kind('eye height added twice', ['height.eye-twice'], ['forty-five-level'], (r) =>
    set(r, 'back', get(r, 'back').value + get(r, 'eye').value),
  ),
  kind('protractor read from level', ['height.protractor-zero'], ['protractor'], (r) =>
    set(set(r, 'topLine', 90 - get(r, 'topLine').value), 'baseLine', Math.abs(90 - get(r, 'baseLine').value)),
  ),
  kind('protractor base not flipped', ['height.protractor-flip', ...SIGN], ['protractor'], (r) =>
    set(r, 'baseLine', 180 - get(r, 'baseLine').value),
  ),
  kind('triangle ratio inverted', ['height.ratio-inverted'], ['sighting-triangle'], (r) =>
    set(r, 'ratio', 1 / get(r, 'ratio').value),
  ),
  kind('staff and shadow exchanged', ['height.staff-shadow-swapped'], ['shadow'], (r) => ({
    ...r,
    staff: get(r, 'staffShadow'),
    staffShadow: get(r, 'staff'),
  })),
  kind('reach and covered length exchanged', ['height.reach-swapped'], ['stick-ratio'], (r) => ({
    ...r,
    covered: get(r, 'reach'),
    reach: get(r, 'covered'),
  })),
  kind(
    'mark below the level line',
    ['height.mark-below'],
    ['mark-on-stem'],
    (r) => turn(r, 'mark'),
    (random) => ({ rise: uniform(random, 0.2, 0.35) }),
  ),
  kind(
    'scale and base sign',
    [...SIGN, ...SCALE, 'height.percent-as-degrees', 'height.degrees-as-percent'],
    ['two-angles'],
    (r, random) => turn(entered(r, pick<Unit>(random, ['pct', 'deg'])), 'base'),
    (random) => ({ unit: 'm20', rise: uniform(random, 0, 0.2) }),
  ),
  kind(
    'tape mirrored at the 5',
    ['height.tape-mirrored'],
    TAPED,
    withDistance((value) => {
      const five = Math.round(value / 5) * 5;
      return 2 * five - value === value ? value + 2 : 2 * five - value;
    }),
  ),
];
