import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../statistics/index.ts';
import examples from './examples/cubic.json';
import {
  behreProfile,
  kozakProfile,
  maxBurkhartProfile,
  measuredProfile,
  ormerodProfile,
  type ProfileOutcome,
  solidsProfile,
  type StemProfile,
  underBark,
} from './profile.ts';
import {
  centroidHeightM,
  centroidM3,
  coneFrustumM3,
  crossSectionM2,
  hossfeldM3,
  huberM3,
  newtonM3,
  presslerM3,
  sectionsConeM3,
  sectionsSmalianM3,
  sectionsSplineM3,
  smalianM3,
} from './sections.ts';
import { formQuotient, merchantableShare } from './form.ts';
import { LOBLOLLY } from './taper.ts';
import { inEnglish } from '../testing/english.ts';

type Inputs = Readonly<Record<string, number>>;

const made = (outcome: ProfileOutcome): StemProfile => {
  if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
  return outcome.profile;
};
const problemOf = (outcome: ProfileOutcome): string => (outcome.ok ? '' : inEnglish(outcome.problem.message));

/** A solid of revolution d = d₀ ((H − h) ÷ H)^r, by its own integral. */
const solid = (r: number, d0: number, H: number, from: number, to: number): number =>
  (crossSectionM2(d0) * (((H - from) / H) ** (2 * r + 1) - ((H - to) / H) ** (2 * r + 1)) * H) / (2 * r + 1);
const SHAPES: Readonly<Record<string, number>> = { cylinder: 0, paraboloid: 0.5, cone: 1, neiloid: 1.5 };

const CASES: Readonly<Record<string, (given: Inputs) => number>> = {
  ...Object.fromEntries(
    Object.entries(SHAPES).map(([name, r]) => [
      `solid_${name}`,
      ({ d_base = 0, H = 0 }: Inputs) => newtonM3(d_base, d_base * 0.5 ** r, r === 0 ? d_base : 0, H),
    ]),
  ),
  ...Object.fromEntries(
    ['paraboloid', 'cone', 'neiloid'].map((name) => [
      `frustum_${name}_smalian_error_pct`,
      ({ d_base = 0, H_solid: H = 0, L_frustum: L = 0 }: Inputs) => {
        const r = SHAPES[name] ?? 0;
        const top = d_base * ((H - L) / H) ** r;
        return 100 * (smalianM3(d_base, top, L) / solid(r, d_base, H, 0, L) - 1);
      },
    ]),
  ),
  kozak_d_at_h: ({ dbh = 0, H = 0, b1 = 0, b2 = 0, h = 0 }) =>
    made(kozakProfile({ dbhCm: dbh, heightM: H }, { b1, b2 }, 1.3)).diameterCm(h),
  kozak_merch_height: ({ dbh = 0, H = 0, b1 = 0, b2 = 0, d_top = 0 }) =>
    made(kozakProfile({ dbhCm: dbh, heightM: H }, { b1, b2 }, 1.3)).heightAtM(d_top),
  ormerod_volume: ({ dbh = 0, H = 0, p = 0, h1 = 0, h2 = 0 }) =>
    made(ormerodProfile({ dbhCm: dbh, heightM: H }, { p }, 1.3)).volumeM3(h1, h2),
  ormerod_merch_volume: ({ dbh = 0, H = 0, p = 0, h1 = 0, d_top = 0 }) => {
    const profile = made(ormerodProfile({ dbhCm: dbh, heightM: H }, { p }, 1.3));
    return profile.volumeM3(h1, profile.heightAtM(d_top));
  },
  max_burkhart_volume: ({ dbh = 0, H = 0, h1 = 0, h2 = 0 }) =>
    made(maxBurkhartProfile({ dbhCm: dbh, heightM: H }, LOBLOLLY, 1.3)).volumeM3(h1, h2),
  form_quotient_normal: ({ d_half = 0, dbh = 0 }) => formQuotient(d_half, dbh),
  burkhart_ratio: ({ D = 0, d_top = 0, b1 = 0, b2 = 0, b3 = 0 }) => merchantableShare(d_top, D, { b1, b2, b3 }),
  hossfeld_whole: ({ d_third = 0, H = 0 }) => hossfeldM3(d_third, 0, H),
};

const SAMPLE = examples.find((example) => example.case === 'sections_smalian')?.inputs as unknown as {
  readonly heights: readonly number[];
  readonly diameters: readonly number[];
};
const SECTIONS = SAMPLE.heights.map((heightM, i) => ({ heightM, diameterCm: SAMPLE.diameters[i] ?? 0 }));

describe('published stems', () => {
  it.each(examples.filter((example) => example.case in CASES).map((example) => [example.case, example] as const))(
    '%s',
    (name, example) => {
      const found = CASES[name]?.(example.inputs as unknown as Inputs) ?? NaN;
      expect(Math.abs(found - example.expected), String(found)).toBeLessThanOrEqual(example.tolerance);
    },
  );

  it.each([
    ['sections_smalian', sectionsSmalianM3],
    ['sections_natural_cubic_spline_area', sectionsSplineM3],
  ] as const)('%s', (name, volume) => {
    const example = examples.find((each) => each.case === name);
    expect(Math.abs(volume(SECTIONS) - (example?.expected ?? 0))).toBeLessThanOrEqual(example?.tolerance ?? 0);
  });

  it('have 0.9693 m³ by frusta of cones, between the two', () => {
    expect(sectionsConeM3(SECTIONS)).toBeCloseTo(0.9693, 4);
  });
});

describe('volumes of a piece', () => {
  it('of 48, 36 and 22 cm over 9 m: Newton 0.939, Huber 0.916, Smalian 0.985 m³', () => {
    expect(newtonM3(48, 36, 22, 9)).toBeCloseTo(0.939, 3);
    expect(huberM3(36, 9)).toBeCloseTo(0.916, 3);
    expect(smalianM3(48, 22, 9)).toBeCloseTo(0.985, 3);
  });

  it('of a paraboloid are the same by all, of a cone by Newton, Hossfeld and the frustum', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 120, noNaN: true }),
        fc.double({ min: 2, max: 50, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (d0, H, share) => {
          const L = share * H;
          const at = (r: number, h: number) => d0 * ((H - h) / H) ** r;
          const paraboloid = solid(0.5, d0, H, 0, L);
          expect(smalianM3(d0, at(0.5, L), L) / paraboloid).toBeCloseTo(1, 9);
          expect(huberM3(at(0.5, L / 2), L) / paraboloid).toBeCloseTo(1, 9);
          expect(hossfeldM3(at(0.5, L / 3), at(0.5, L), L) / paraboloid).toBeCloseTo(1, 9);
          const cone = solid(1, d0, H, 0, L);
          expect(newtonM3(d0, at(1, L / 2), at(1, L), L) / cone).toBeCloseTo(1, 9);
          expect(coneFrustumM3(d0, at(1, L), L) / cone).toBeCloseTo(1, 9);
          expect(hossfeldM3(at(1, L / 3), at(1, L), L) / cone).toBeCloseTo(1, 9);
          // Smalian's error is minus twice Huber's.
          const errors = [smalianM3(d0, at(1, L), L) - cone, huberM3(at(1, L / 2), L) - cone];
          expect((errors[0] ?? 0) + 2 * (errors[1] ?? 0)).toBeCloseTo(0, 9);
          expect(newtonM3(d0, at(1.5, L / 2), at(1.5, L), L) / solid(1.5, d0, H, 0, L)).toBeCloseTo(1, 9);
        },
      ),
    );
  });

  it('of a paraboloid are half above and half below its centroid, and one section there gives them all', () => {
    const c = centroidHeightM(24, 0.3);
    const d0 = 40;
    const at = (h: number) => d0 * Math.sqrt((24 - h) / 24);
    expect(solid(0.5, d0, 24, 0.3, c)).toBeCloseTo(solid(0.5, d0, 24, c, 24), 9);
    expect(centroidM3(at(c), 24, 0.3)).toBeCloseTo(solid(0.5, d0, 24, 0.3, 24), 9);
  });

  it('of Pressler are exact above breast height for paraboloid and cone', () => {
    for (const r of [0.5, 1]) {
      const [tip, dbh] = [25, 36];
      const half = tip - (tip - 1.3) * 0.5 ** (1 / r);
      // From breast height up, by its own integral; below it a cylinder.
      const above = solid(r, dbh, tip - 1.3, 0, tip - 1.3);
      const below = crossSectionM2(dbh) * 1.3;
      expect(presslerM3(dbh, half, 1.3)).toBeCloseTo(above + below, 9);
    }
  });
});

/** A seeded stem by each of the models. */
const models = (random: () => number): readonly (readonly [string, StemProfile])[] => {
  const between = (low: number, high: number): number => low + (high - low) * random();
  const tree = { dbhCm: between(5, 120), heightM: between(5, 55) };
  const b2 = between(-0.6, 0.9);
  const count = 2 + Math.floor(5 * random());
  const sections = Array.from({ length: count }, (_, i) => ({
    heightM: (tree.heightM * (i + random() * 0.8)) / (count + 0.5),
    diameterCm: tree.dbhCm * (1.15 - (0.9 * (i + 1)) / 8),
  }));
  return [
    ['solids', made(solidsProfile(tree, 1.3))],
    ['kozak', made(kozakProfile(tree, { b1: -Math.max(2 * b2, 0) - between(0.2, 2), b2 }, 1.3))],
    ['ormerod', made(ormerodProfile(tree, { p: between(0.35, 1.6) }, 1.3))],
    ['max-burkhart', made(maxBurkhartProfile(tree, LOBLOLLY, 1.3))],
    ['behre', made(behreProfile(tree.heightM, { heightM: 0.2 * tree.heightM, diameterCm: tree.dbhCm }))],
    ['measured', made(measuredProfile(tree.heightM, sections))],
    ['under bark', underBark(made(solidsProfile(tree, 1.3)), between(0.85, 0.97))],
  ];
};

describe('every profile', () => {
  it('falls and is never negative, sums to its pieces, and is inverted to the millimetre, on 10,000 seeded stems', () => {
    const random = seededRandom(20261125);
    for (let tree = 0; tree < 1430; tree += 1) {
      for (const [name, profile] of models(random)) {
        const { heightM } = profile;
        let before = Infinity;
        for (let i = 0; i <= 24; i += 1) {
          const d = profile.diameterCm((heightM * i) / 24);
          if (!(d >= 0 && d <= before + 1e-9)) throw new Error(`${name} rises at ${String(i)} of 24`);
          before = d;
        }
        const cuts = [0, random(), random(), random(), 1].sort((a, b) => a - b).map((share) => share * heightM);
        const pieces = cuts.slice(1).reduce((sum, to, i) => sum + profile.volumeM3(cuts[i] ?? 0, to), 0);
        const whole = profile.volumeM3(0, heightM);
        if (!(Math.abs(pieces - whole) <= 1e-9 && whole > 0))
          throw new Error(`${name}: pieces ${String(pieces - whole)}`);
        const h = heightM * (0.05 + 0.9 * random());
        const back = profile.heightAtM(profile.diameterCm(h));
        // Where a stem keeps its thickness, the greatest height with it is asked for.
        const isFlat = profile.diameterCm(h) - profile.diameterCm(h + 0.001) < 1e-9;
        if (!isFlat && Math.abs(back - h) > 0.001)
          throw new Error(`${name}: ${String(back - h)} m off at ${String(h)}`);
      }
    }
  });

  it('has the volume that its own diameters integrate to', () => {
    const random = seededRandom(5);
    for (let tree = 0; tree < 40; tree += 1) {
      for (const [name, profile] of models(random)) {
        const [from, to] = [0.1 * profile.heightM, 0.9 * profile.heightM];
        const steps = 4000;
        const step = (to - from) / steps;
        let sum = 0;
        for (let i = 0; i < steps; i += 1) sum += crossSectionM2(profile.diameterCm(from + (i + 0.5) * step)) * step;
        expect(sum / profile.volumeM3(from, to), name).toBeCloseTo(1, 4);
      }
    }
  });

  it('goes through its dbh, or its own diameters', () => {
    const tree = { dbhCm: 36, heightM: 24 };
    expect(made(solidsProfile(tree, 1.3)).diameterCm(1.3)).toBeCloseTo(36, 9);
    expect(made(ormerodProfile(tree, { p: 0.7 }, 1.3)).diameterCm(1.3)).toBeCloseTo(36, 9);
    const measured = made(
      measuredProfile(24, [
        { heightM: 1.3, diameterCm: 36 },
        { heightM: 8, diameterCm: 28 },
        { heightM: 16, diameterCm: 17 },
      ]),
    );
    expect([0.5, 1.3, 8, 16, 24].map((h) => measured.diameterCm(h))).toEqual([
      // √(36² + 0.8 × (36² − 28²) ÷ 6.7)
      expect.closeTo(36.8393, 4),
      expect.closeTo(36, 9),
      expect.closeTo(28, 9),
      expect.closeTo(17, 9),
      0,
    ]);
  });

  it('is smooth where the solids meet', () => {
    const { diameterCm } = made(solidsProfile({ dbhCm: 36, heightM: 24 }, 1.3));
    for (const h of [2.4, 16.8]) {
      const slope = (side: number) => (diameterCm(h + side * 2e-5) - diameterCm(h + side * 1e-5)) / (side * 1e-5);
      expect(slope(1)).toBeCloseTo(slope(-1), 3);
    }
  });
});

describe('what makes no stem', () => {
  const tree = { dbhCm: 36, heightM: 24 };
  it.each([
    ['a tree below breast height', solidsProfile({ dbhCm: 5, heightM: 1.2 }, 1.3), 'above breast height'],
    ['no diameter', ormerodProfile({ dbhCm: NaN, heightM: 20 }, { p: 0.7 }, 1.3), 'must be above 0'],
    ['an exponent of 0', ormerodProfile(tree, { p: 0 }, 1.3), '0.1 to 3'],
    ['Kozak that rises', kozakProfile(tree, { b1: -1, b2: 0.8 }, 1.3), 'thicker upwards'],
    ['Kozak without a number', kozakProfile(tree, { b1: NaN, b2: 0.8 }, 1.3), 'must be numbers'],
    ['joints in the wrong order', maxBurkhartProfile(tree, { ...LOBLOLLY, a: [0.1, 0.7] }, 1.3), 'upper one first'],
    [
      'Max and Burkhart that rises',
      maxBurkhartProfile(tree, { ...LOBLOLLY, b: [-3, 1.8, -1.4, 39] }, 1.3),
      'thicker upwards',
    ],
    ['one diameter', measuredProfile(20, [{ heightM: 1.3, diameterCm: 30 }]), 'at least two'],
    [
      'a top above the butt',
      measuredProfile(20, [
        { heightM: 1.3, diameterCm: 30 },
        { heightM: 5, diameterCm: 31 },
      ]),
      'thicker than below: 31 cm after 30 cm',
    ],
    [
      'two diameters at one height',
      measuredProfile(20, [
        { heightM: 5, diameterCm: 30 },
        { heightM: 5, diameterCm: 29 },
      ]),
      'two diameters at 5 m',
    ],
    [
      'a diameter above the tip',
      measuredProfile(20, [
        { heightM: 1, diameterCm: 30 },
        { heightM: 21, diameterCm: 3 },
      ]),
      'below the tip',
    ],
    ['Behre through the tip', behreProfile(20, { heightM: 20, diameterCm: 30 }), 'below the tip'],
  ])('%s, in words', (_words, outcome, said) => {
    expect(problemOf(outcome)).toContain(said);
  });
});

describe('profiles that say the same', () => {
  const tree = { dbhCm: 36, heightM: 24 };
  const same = (a: StemProfile, b: StemProfile, from = 0) => {
    for (const share of [0.1, 0.3, 0.5, 0.8]) {
      const h = from + share * (24 - from);
      expect(a.diameterCm(h)).toBeCloseTo(b.diameterCm(h), 6);
      expect(a.volumeM3(from, h)).toBeCloseTo(b.volumeM3(from, h), 9);
    }
  };

  it('Ormerod with 0.5 is a paraboloid, as Kozak without its square: b₁ = −H ÷ (H − 1.3)', () => {
    same(made(ormerodProfile(tree, { p: 0.5 }, 1.3)), made(kozakProfile(tree, { b1: -24 / 22.7, b2: 0 }, 1.3)));
  });

  it('Ormerod with 1 is a cone, as Behre with a = 0 through breast height', () => {
    const behre = made(behreProfile(24, { heightM: 1.3, diameterCm: 36 }, { a: 0, b: 1 }));
    same(made(ormerodProfile(tree, { p: 1 }, 1.3)), behre);
  });

  it('Behre in metres is Behre in feet: 79 % form class, 88 ft', () => {
    const heightM = 88 * 0.3048;
    const through = { heightM: 17.3 * 0.3048, diameterCm: 0.79 * 19.7 * 2.54 };
    const { heightAtM } = made(behreProfile(heightM, through));
    // The published case: 8.55965 in at 65.5777 ft
    expect(heightAtM(8.55965 * 2.54) / 0.3048).toBeCloseTo(65.57769, 4);
  });

  it('a stem through sections of a paraboloid is that paraboloid above the lowest of them', () => {
    const paraboloid = made(ormerodProfile(tree, { p: 0.5 }, 1.3));
    const sections = [1.3, 6, 11, 17].map((heightM) => ({ heightM, diameterCm: paraboloid.diameterCm(heightM) }));
    same(made(measuredProfile(24, sections)), paraboloid, 1.3);
  });

  it('has under bark the square of the ratio in volume, and the height of a thicker diameter', () => {
    const over = made(solidsProfile(tree, 1.3));
    const under = underBark(over, 0.92);
    expect(under.volumeM3(1, 12)).toBeCloseTo(0.92 ** 2 * over.volumeM3(1, 12), 12);
    expect(under.heightAtM(23)).toBeCloseTo(over.heightAtM(25), 9);
  });

  it('ends at its tip, and asks for nothing below the ground', () => {
    const profile = made(solidsProfile(tree, 1.3));
    expect(profile.diameterCm(24)).toBe(0);
    expect(profile.diameterCm(99)).toBe(0);
    expect(profile.volumeM3(-5, 99)).toBeCloseTo(profile.volumeM3(0, 24), 12);
    expect(profile.heightAtM(500)).toBe(0);
    expect(profile.heightAtM(0)).toBe(24);
  });
});
