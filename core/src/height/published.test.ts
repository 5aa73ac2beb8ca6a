import { describe, expect, it } from 'vitest';
import { convert, degreesToRadians } from '../units/index.ts';
import { convertSlope } from '../units/slope-scale.ts';
import { estimateFrom } from '../testing/given.ts';
import examples from './examples/height.json';
import { bestDistance } from './observer-distance.ts';
import {
  crownEdgeReadingM,
  heightFromLengthM,
  leaningReadingM,
  logMark,
  proportionMark,
  shadowDelayShare,
  staffDistanceExactM,
  sunRateDegPerMinute,
} from './geometry.ts';

type Inputs = Readonly<Record<string, number>>;
type Given = Parameters<typeof estimateFrom>[1];
const valueOf = (method: string, given: Given, dbhCm?: number): number =>
  estimateFrom(`height.${method}`, given, dbhCm === undefined ? {} : { dbhCm }).value;
const feet = (metres: number): number => convert(metres, 'm', 'ft');
const twoAngles =
  (unit: 'pct' | 'deg' | 'm20' | 'm15' | 'ft66', scale: 'm' | 'ft' = 'm') =>
  (given: Inputs): number =>
    valueOf('two-angles', {
      top: [given.top ?? 0, unit],
      base: [given.base ?? 0, unit],
      distance: [given.dist ?? 0, scale],
    });
const exactStaff = ({ D0 = 0, staff = 0, sight_angle = 0 }: Inputs): number =>
  staffDistanceExactM(D0, staff, sight_angle);
const lean =
  (direction: 'towards' | 'away' | 'across') =>
  ({ H_vertical = 0, eye = 0, dist_base = 0, top_offset = 0 }: Inputs): number =>
    leaningReadingM({ heightM: H_vertical, eyeM: eye, distanceM: dist_base, offsetM: top_offset }, direction);
const sun = ({ lat = 0, decl = 0, hour_angle = 0 }: Inputs) => ({
  latitudeDeg: lat,
  declinationDeg: decl,
  hourAngleDeg: hour_angle,
});
const mark = ({ mark_height = 0, top = 0, base = 0, mark: seen = 0 }: Inputs, unit: 'pct' | 'deg'): number =>
  valueOf('mark-on-stem', {
    markHeight: [mark_height, 'm'],
    top: [top, unit],
    base: [base, unit],
    mark: [seen, unit],
  });
/** The sights of a case with errors stated, as its error is wanted. */
const sightsWith = ({ dist = 0, top = 0, base = 0 }: Inputs, angle: number, distance: number): Given => ({
  top: [top, 'deg', angle],
  base: [base, 'deg', angle],
  distance: [dist, 'm', distance],
});

/** How each published case is worked out here. */
const CASES: Readonly<Record<string, (given: Inputs) => number>> = {
  percent_opposite_signs: twoAngles('pct'),
  percent_both_down: twoAngles('pct'),
  degree_both_up: twoAngles('deg'),
  // What must come out of the wrong scale, so that the right one can be offered.
  degree_read_as_percent_trap: twoAngles('pct'),
  grad_to_deg: ({ gon = 0 }) => convertSlope(gon, 'gon', 'deg'),
  'topo66_at_99.0ft': (given) => feet(twoAngles('ft66', 'ft')(given)),
  scale_1_15_at_15: twoAngles('m15'),
  scale_1_20_at_33p4_base_up: twoAngles('m20'),
  taped_slope_cos: ({ tape = 0, tape_angle = 0, top = 0, base = 0 }) =>
    valueOf('slope-tape', {
      tape: [tape, 'm'],
      along: [tape_angle, 'deg'],
      top: [top, 'deg'],
      base: [base, 'deg'],
    }),
  slope_pct_to_cos: ({ slope = 0 }) => Math.cos(degreesToRadians(convertSlope(slope, 'pct', 'deg'))),
  'split_image_exact_D20_b-17.4': exactStaff,
  'split_image_exact_D15_b23.8': exactStaff,
  'split_image_exact_D30_b-8.6': exactStaff,
  // A height read at the fixed distance on its own scale: the same as 1 m per 1 m of it, brought to the level.
  split_image_height_correction: ({ H_read = 0, sight_angle = 0 }) =>
    valueOf('base-staff-vertical', {
      top: [H_read, 'm20'],
      base: [0, 'm20'],
      fixed: [20, 'm'],
      via: [sight_angle, 'deg'],
    }),
  three_point_pct: (given) => mark(given, 'pct'),
  three_point_sensitivity: (given) => mark({ ...given, mark: (given.mark ?? 0) + 0.1 }, 'deg') - mark(given, 'deg'),
  sine_method_top_offset: ({ s_top = 0, a_top = 0, s_base = 0, a_base = 0 }) =>
    s_top * Math.cos(degreesToRadians(a_top)) - s_base * Math.cos(degreesToRadians(a_base)),
  laser_marker: ({ s_top = 0, a_top = 0, s_mark = 0, a_mark = 0, h_mark = 0 }) =>
    valueOf('laser-slopes', {
      topSlope: [s_top, 'm'],
      topAngle: [a_top, 'deg'],
      markSlope: [s_mark, 'm'],
      markAngle: [a_mark, 'deg'],
      mark: [h_mark, 'm'],
    }),
  ultrasonic_with_radius: ({ s = 0, a_transponder = 0, a_top = 0, h0 = 0, dbh = 0 }) =>
    valueOf('ultrasonic', { slope: [s, 'm'], via: [a_transponder, 'deg'], top: [a_top, 'deg'], hung: [h0, 'm'] }, dbh),
  equal_stick: ({ dist_eye_to_base = 0 }) => valueOf('equal-stick', { eyeToBase: [dist_eye_to_base, 'm'] }),
  angle45_level: ({ dist = 0, eye = 0 }) => valueOf('forty-five-level', { back: [dist, 'm'], eye: [eye, 'm'] }),
  staff_and_mark: ({ staff = 0, staff_apparent = 0, tree_apparent = 0 }) =>
    valueOf('pole-at-tree', {
      pole: [staff, 'm'],
      poleSeen: [staff_apparent, 'cm'],
      treeSeen: [tree_apparent, 'cm'],
    }),
  merritt_other: ({ reach = 0, dist = 0, log = 0 }) => logMark(log, reach, dist),
  'christen_mark_H11.3': ({ hypsometer = 0, staff = 0, H = 0 }) => proportionMark(hypsometer, staff, H),
  'christen_mark_H38.6': ({ hypsometer = 0, staff = 0, H = 0 }) => proportionMark(hypsometer, staff, H),
  // A difference quotient of the mark's inverse, H = L B ÷ x.
  christen_precision: ({ hypsometer = 0, staff = 0, H = 0, dx = 0 }) => {
    const x = proportionMark(hypsometer, staff, H);
    const by = dx * 1e-4;
    return (proportionMark(hypsometer, staff, x - by) - proportionMark(hypsometer, staff, x + by)) / (20 * by);
  },
  shadow_half_diameter: ({ staff = 0, staff_shadow = 0, tree_shadow_from_bark = 0, dbh = 0 }) =>
    valueOf(
      'shadow',
      { staff: [staff, 'm'], staffShadow: [staff_shadow, 'm'], treeShadow: [tree_shadow_from_bark, 'm'] },
      dbh,
    ),
  sun_elevation_rate: (given) => sunRateDegPerMinute(sun(given)),
  shadow_delay_error_pct: (given) => 100 * shadowDelayShare(sun(given), given.delay ?? 0),
  lean_toward_apparent: lean('towards'),
  lean_sideways_apparent: lean('across'),
  lean_corrected_with_plumb_distance: ({ dist_base = 0, dist_below_top = 0, top = 0, base = 0 }) =>
    valueOf('plumb-point', {
      top: [top, 'deg'],
      base: [base, 'deg'],
      distance: [dist_base, 'm'],
      below: [dist_below_top, 'm'],
    }),
  lean_vertical_from_length: ({ stem_length = 0, lean: by = 0 }) => heightFromLengthM(stem_length, by),
  crown_offset_spherical_far: ({ H_true = 0, crown_radius = 0, eye = 0, dist = 0 }) =>
    crownEdgeReadingM({ heightM: H_true, crownRadiusM: crown_radius, eyeM: eye, distanceM: dist }),
  dH_dbase_per_deg: (given) =>
    // One degree more on the base is worth its effect, with the sign of what it takes away.
    -(
      estimateFrom('height.two-angles', sightsWith(given, 1, 0)).contributions.find(({ reading }) => reading === 'base')
        ?.effect ?? NaN
    ),
  sigma_H: (given) =>
    estimateFrom('height.two-angles', sightsWith(given, given.sigma_angle ?? 0, given.sigma_dist ?? 0)).standardError,
  // One erratic sight under a steady base: what 0.84 is for two is 1 for one.
  optimal_distance_top_angle_only: ({ H = 0, eye = 0 }) => H - eye,
};

describe('published heights', () => {
  it.each(examples.map((example) => [example.case, example] as const))('%s', (name, example) => {
    const work = CASES[name];
    if (work === undefined) throw new Error(`no way to work out ${name}`);
    const found = work(example.inputs as unknown as Inputs);
    expect(Math.abs(found - example.expected), String(found)).toBeLessThanOrEqual(Math.max(example.tolerance, 1e-9));
  });

  it('has the best place for two erratic sights at 0.84 of the height above the eye', () => {
    const [heightM, eyeM] = [24.3, 1.6];
    const { distanceM } = bestDistance(
      {
        heightM,
        crownRadiusM: 0,
        eyeM,
        slopePct: 0,
        angleErrorDeg: 0.5,
        distanceErrorM: 0,
        distanceErrorShare: 0,
        space: { fromM: 3, toM: 120 },
      },
      'across',
    );
    expect(distanceM).toBeCloseTo((((heightM - eyeM) ** 4 + eyeM ** 4) / 2) ** 0.25, 3);
  });
});
