import { describe, expect, it } from 'vitest';
import { convert } from '../units/index.ts';
import { estimateFrom, exampleNamed } from '../testing/given.ts';
import examples from './examples/diameter.json';
import { barkShare, ellipseGirthCm, tapedEllipseCm, tiltedTapeCm, underBarkCm } from './oval-and-bark.ts';
import { basalAreaM2 } from './basal-area.ts';
import { combineStems } from './several-stems.ts';
import { stickMarkCm } from './stick-steps.ts';

type Inputs = Readonly<Record<string, number>> & { readonly stems: readonly number[] };
const inchesToCm = (inches: number): number => convert(inches, 'in', 'cm');
const cmToInches = (cm: number): number => convert(cm, 'cm', 'in');
const valueOf = (...args: Parameters<typeof estimateFrom>): number => estimateFrom(...args).value;
const combined = (rule: Parameters<typeof combineStems>[1]) => (given: Inputs) =>
  combineStems(given.stems, rule).diametersCm[0] ?? NaN;

/** How each published case is worked out here. */
const CASES: Readonly<Record<string, (given: Inputs) => number>> = {
  girth_to_diameter_cm: ({ girth = 0 }) => valueOf('diameter.girth', { girth: [girth, 'cm'] }),
  'biltmore_graduation_17.3in_reach25.0': ({ D = 0, R = 0 }) => cmToInches(stickMarkCm(inchesToCm(D), inchesToCm(R))),
  'biltmore_graduation_8.9in_reach25.0': ({ D = 0, R = 0 }) => cmToInches(stickMarkCm(inchesToCm(D), inchesToCm(R))),
  'biltmore_inverse_13.9in': ({ S = 0, R = 0 }) =>
    cmToInches(valueOf('diameter.stick', { seen: [S, 'in'], reach: [R, 'in'] })),
  // What the stick shows when it is held too far: the mark that lies where the true stem is seen.
  'biltmore_wrong_reach_27.2': ({ D_true = 0, R_graduated = 0, R_held = 0 }) => {
    const seen = stickMarkCm(inchesToCm(D_true), inchesToCm(R_held));
    return cmToInches(valueOf('diameter.stick', { seen: [seen, 'cm'], reach: [R_graduated, 'in'] }));
  },
  two_face_arithmetic: ({ d1 = 0, d2 = 0 }) => valueOf('diameter.two-faces', { face: [d1, 'cm'], cross: [d2, 'cm'] }),
  two_face_quadratic: ({ d1 = 0, d2 = 0 }) =>
    valueOf('diameter.two-faces', { face: [d1, 'cm'], cross: [d2, 'cm'] }, { twoFaces: 'quadratic' }),
  ellipse_girth: ({ axis_max = 0, axis_min = 0 }) => ellipseGirthCm(axis_max, axis_min),
  ellipse_girth_diameter: ({ axis_max = 0, axis_min = 0 }) => tapedEllipseCm(axis_max, axis_min),
  tilted_tape_indicated_diameter: ({ d_true = 0, tape_tilt = 0 }) => tiltedTapeCm(d_true, tape_tilt),
  bark_volume_share: ({ k = 0 }) => barkShare(k),
  girth_dib_single_thickness: ({ girth_ob = 0, bark_single = 0 }) =>
    underBarkCm(valueOf('diameter.girth', { girth: [girth_ob, 'cm'] }), convert(bark_single, 'mm', 'cm')),
  multistem_sum: combined('plain-sum'),
  multistem_more_than_5_mean: combined('root-n-mean'),
  optical_diameter_to_centre: ({ L_centre = 0, full_angle = 0 }) =>
    valueOf('diameter.full-angle', { angle: [full_angle, 'deg'], away: [L_centre, 'm'] }),
  // The chord that the right formula must not give.
  optical_diameter_naive_tan: ({ L_centre = 0, full_angle = 0 }) =>
    valueOf('diameter.full-angle', { angle: [full_angle, 'deg'], away: [L_centre, 'm'] }) /
    Math.cos((full_angle * Math.PI) / 360),
  flat_scale_diameter_from_face: ({ scale_reading = 0, reach = 0, dist_face = 0 }) =>
    valueOf('diameter.ruler-at-arms-length', {
      seen: [scale_reading, 'cm'],
      reach: [reach, 'cm'],
      away: [dist_face, 'm'],
    }),
  flat_scale_naive_intercept: ({ scale_reading = 0, reach = 0, dist = 0 }) => (scale_reading * dist * 100) / reach,
  dbh_1p30_to_1p37: ({ dbh_1p3 = 0, H = 0, ormerod_p = 0 }) => dbh_1p3 * ((H - 1.3716) / (H - 1.3)) ** ormerod_p,
  basal_area_in_to_ft2: ({ d = 0 }) => convert(basalAreaM2(inchesToCm(d)), 'm2', 'ft2'),
};

describe('published cases of diameters', () => {
  it.each(examples.map((example) => [example.case, example] as const))('%s', (name) => {
    const { inputs, expected, tolerance } = exampleNamed(examples, name);
    const work = CASES[name];
    expect(work, 'is worked out').toBeDefined();
    const found = work?.(inputs as unknown as Inputs) ?? NaN;
    expect(Math.abs(found - expected)).toBeLessThanOrEqual(tolerance);
  });
});

describe('a scale stick on two faces', () => {
  const read = (twoFaces: 'arithmetic' | 'geometric' | 'quadratic') =>
    estimateFrom(
      'diameter.graduated-stick-two-faces',
      { shown: [12, 'in'], crossShown: [14, 'in'], made: [25, 'in'], reach: [25, 'in'] },
      { unitSystem: 'imperial', twoFaces },
    );

  it('has the survey’s mean: 12 and 14 in are 13.0 in, or √168 = 12.96, or √170 = 13.04', () => {
    expect(read('arithmetic').printed.value).toBe('13.0');
    expect(read('geometric').value / 2.54).toBeCloseTo(12.9615, 3);
    expect(read('quadratic').value / 2.54).toBeCloseTo(13.0384, 3);
  });
});
