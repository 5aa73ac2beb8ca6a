import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { estimateFrom, findingIn, type Given, givenOutcome } from '../testing/given.ts';
import { combineHeights } from './combine.ts';
import { crownEdgeReadingM, leaningReadingM, staffDistanceExactM } from './geometry.ts';
import { staffDistanceM } from './base-staff.ts';
import { inEnglish } from '../testing/english.ts';

const printed = (method: string, given: Given, dbhCm?: number): string =>
  estimateFrom(`height.${method}`, given, dbhCm === undefined ? {} : { dbhCm }).printed.value;

describe('heights by hand', () => {
  it('20 m by a base staff on a slope of 16°: 18.48 m level with the staff upright, 19.23 m with it level', () => {
    expect(staffDistanceM(20, -16, 'vertical').toFixed(2)).toBe('18.48');
    expect(staffDistanceM(20, -16, 'horizontal').toFixed(2)).toBe('19.23');
    const staff = (kind: string) =>
      printed(`base-staff-${kind}`, { top: [100, 'pct'], base: [0, 'pct'], fixed: [20, 'm'], via: [-16, 'deg'] });
    expect([staff('vertical'), staff('horizontal')]).toEqual(['18.48', '19.23']);
  });

  it('26.40 m taped at 18° are 25.11 m level', () => {
    expect(printed('slope-tape', { tape: [26.4, 'm'], along: [18, 'deg'], top: [100, 'pct'], base: [0, 'pct'] })).toBe(
      '25.11',
    );
  });

  it('+58 and −7 on the topographic scale at 99 ft: 97.5 ft', () => {
    const { printed: shown } = estimateFrom(
      'height.two-angles',
      { top: [58, 'ft66'], base: [-7, 'ft66'], distance: [99, 'ft'] },
      { unitSystem: 'imperial' },
    );
    expect(shown).toMatchObject({ value: '97.5', unit: 'ft' });
  });

  it.each([
    [
      'a triangle of 2 : 1, 31 paces of 0.78 m, its line 1.10 m up',
      'sighting-triangle',
      { run: [31 * 0.78, 'm'], ratio: [2, 'one'], line: [1.1, 'm'] },
      undefined,
      '13.19',
    ],
    [
      'a shadow of 19.20 m of a tree of 46 cm, a staff of 1.80 m with 2.16 m',
      'shadow',
      { treeShadow: [19.2, 'm'], staff: [1.8, 'm'], staffShadow: [2.16, 'm'] },
      46,
      '16.19',
    ],
    [
      'ultrasonic 21.0 m at −4° to a transponder at 1.30 m, top +38°, dbh 52 cm',
      'ultrasonic',
      { slope: [21, 'm'], via: [-4, 'deg'], top: [38, 'deg'], hung: [1.3, 'm'] },
      52,
      '19.34',
    ],
    [
      'the same without half the trunk',
      'ultrasonic',
      { slope: [21, 'm'], via: [-4, 'deg'], top: [38, 'deg'], hung: [1.3, 'm'] },
      undefined,
      '19.13',
    ],
    [
      'a laser: +31.26, −9.48, mark 1.42 m above mid-slope',
      'laser-verticals',
      { up: [31.26, 'm'], down: [-9.48, 'm'], mark: [1.42, 'm'] },
      undefined,
      '42.16',
    ],
    ['45° from 14.60 m, eye 1.58 m', 'forty-five-level', { back: [14.6, 'm'], eye: [1.58, 'm'] }, undefined, '16.18'],
    [
      '45° from 14.60 m, base at −20 %',
      'forty-five-slope',
      { back: [14.6, 'm'], base: [-20, 'pct'] },
      undefined,
      '17.52',
    ],
    [
      'a mark at 4.00 m: 37.9°, 6.5°, −3.9°',
      'mark-on-stem',
      { markHeight: [4, 'm'], top: [37.9, 'deg'], mark: [6.5, 'deg'], base: [-3.9, 'deg'] },
      undefined,
      '18.60',
    ],
    [
      'a stick that covers 32 cm at a reach of 64 cm from 30 m',
      'stick-ratio',
      { covered: [32, 'cm'], reach: [64, 'cm'], eyeToBase: [30, 'm'] },
      undefined,
      '15.00',
    ],
    // A level sight shows 90: 90 − 53.13 = 36.87, whose tangent is ¾; 90 − 95.71 = −5.71, whose tangent is −0.1.
    [
      'a plumb line at 53.13° and 95.71° from 20 m',
      'protractor',
      { topLine: [53.130102, 'deg'], baseLine: [95.710593, 'deg'], distance: [20, 'm'] },
      undefined,
      '17.00',
    ],
    [
      'a tape dropped 27.4 m, and 1.3 m above it',
      'tape-drop',
      { drop: [27.4, 'm'], rest: [1.3, 'm'] },
      undefined,
      '28.70',
    ],
  ] as const)('%s', (_words, method, given, dbhCm, expected) => {
    expect(printed(method, given, dbhCm)).toBe(expected);
  });

  it('two and a half logs of 16 ft from 66 ft are 40 ft; from 32 ft they are fewer', () => {
    const logs = (stood: number) =>
      estimateFrom(
        'height.log-stick',
        { logs: [2.5, 'one'], logLength: [16, 'ft'], madeFor: [66, 'ft'], stood: [stood, 'ft'] },
        { unitSystem: 'imperial' },
      ).printed.value;
    expect(logs(66)).toBe('40.0');
    // 2.5 × 16 × 32 ÷ 66
    expect(logs(32)).toBe('19.4');
  });

  it('the mark of the example stands 21.96 m away', () => {
    const { workings } = estimateFrom('height.mark-on-stem', {
      markHeight: [4, 'm'],
      top: [37.9, 'deg'],
      mark: [6.5, 'deg'],
      base: [-3.9, 'deg'],
    });
    expect(workings.some(({ result }) => result.startsWith('21.96'))).toBe(true);
  });

  it('reads the same tree in gon as in degrees: 40 gon are 36°', () => {
    const gon = printed('two-angles', { top: [40, 'gon'], base: [-5, 'gon'], distance: [25, 'm'] });
    expect(gon).toBe(printed('two-angles', { top: [36, 'deg'], base: [-4.5, 'deg'], distance: [25, 'm'] }));
  });
});

describe('distances by hand', () => {
  it.each([
    // 26.40 × cos 18°
    ['taped along a slope', 'along-slope', { tape: [26.4, 'm'], along: [18, 'deg'] }, undefined, '25.11'],
    ['level to the bark of a trunk of 46 cm', 'to-bark', { toBark: [19.2, 'm'] }, 46, '19.43'],
    ['to the bark, the trunk unknown', 'to-bark', { toBark: [19.2, 'm'] }, undefined, '19.20'],
    ['31 paces of 0.78 m', 'paces', { paces: [31, 'one'], pace: [0.78, 'm'] }, undefined, '24.18'],
    // 1.25 × 20.1168
    ['a chain and 25 links', 'chain', { chains: [1, 'one'], links: [25, 'one'] }, undefined, '25.15'],
    // 24 × cos 12° = 23.476, and 0.2
    ['a laser on a slope of 12°, trunk 40 cm', 'laser', { sighted: [24, 'm'], along: [-12, 'deg'] }, 40, '23.68'],
    ['an optical rangefinder on the level', 'optical', { sighted: [24, 'm'], along: [0, 'deg'] }, undefined, '24.00'],
    // 20 × √(273.15 ÷ 287.15) = 19.506: the 2.5 % of 14 °C
    [
      'by sound at 0 °C, calibrated at 14 °C',
      'ultrasonic',
      { sighted: [20, 'm'], along: [0, 'deg'], air: [0, 'degC'], calibrated: [14, 'degC'] },
      undefined,
      '19.51',
    ],
  ] as const)('%s', (_words, method, given, dbhCm, expected) => {
    const estimate = estimateFrom(`distance.${method}`, given, dbhCm === undefined ? {} : { dbhCm });
    expect(estimate.printed.value).toBe(expected);
  });
});

describe('what a method says of its own weakness', () => {
  it('names what the other way of holding the staff would give', () => {
    const outcome = givenOutcome('height.base-staff-vertical', {
      top: [60, 'pct'],
      base: [-8, 'pct'],
      fixed: [20, 'm'],
      via: [-16, 'deg'],
    });
    // 0.68 × 18.480 = 12.57 and 0.68 × 19.225 = 13.07
    expect(inEnglish(findingIn(outcome, 'height.other-staff')?.message)).toContain('13.07 m instead of 12.57 m');
    const level = givenOutcome('height.base-staff-vertical', {
      top: [60, 'pct'],
      base: [-8, 'pct'],
      fixed: [20, 'm'],
      via: [-2, 'deg'],
    });
    expect(findingIn(level, 'height.other-staff')).toBeUndefined();
  });

  it('warns of a low mark, and stops at one below the base', () => {
    const sights = { top: [76, 'pct'], base: [-14, 'pct'] } as const;
    const low = givenOutcome('height.mark-on-stem', { ...sights, mark: [-9, 'pct'], markHeight: [1, 'm'] });
    expect(findingIn(low, 'height.low-mark')?.severity).toBe('note');
    const under = givenOutcome('height.mark-on-stem', { ...sights, mark: [-15, 'pct'], markHeight: [1, 'm'] });
    expect(under.ok).toBe(false);
    expect(findingIn(under, 'height.top-below-base')?.reading).toBe('mark');
  });

  it('says that half the trunk is missing until the dbh is known', () => {
    const shadow = { staff: [1.8, 'm'], staffShadow: [2.16, 'm'], treeShadow: [19.2, 'm'] } as const;
    expect(findingIn(givenOutcome('height.shadow', shadow), 'height.half-trunk-missing')?.severity).toBe('note');
    expect(
      findingIn(givenOutcome('height.shadow', shadow, { dbhCm: 46 }), 'height.half-trunk-missing'),
    ).toBeUndefined();
  });

  it('stops at readings that make no tree', () => {
    const upsideDown = givenOutcome('height.laser-verticals', { up: [-9, 'm'], down: [3, 'm'], mark: [0, 'm'] });
    expect(upsideDown.ok).toBe(false);
    const tower = givenOutcome('height.stick-ratio', { covered: [90, 'cm'], reach: [30, 'cm'], eyeToBase: [100, 'm'] });
    expect(findingIn(tower, 'height.impossible')?.severity).toBe('stop');
  });
});

describe('identities of heights', () => {
  const metres = (min: number, max: number) => fc.double({ min, max, noNaN: true });

  it('a finite staff is a little farther than cos² says, within 0.02 % up to 24°', () => {
    fc.assert(
      fc.property(metres(15, 40), metres(0.9, 1.8), metres(-24, 24), (fixed, staff, angle) => {
        const share = staffDistanceExactM(fixed, staff, angle) / staffDistanceM(fixed, angle, 'vertical') - 1;
        // At 15 m with 1.8 m the square of the parallax, 0.12², leaves a little more than at the usual staffs.
        expect(Math.abs(share)).toBeLessThan(0.002);
        expect(staffDistanceExactM(fixed, staff, 0)).toBeCloseTo(fixed, 6);
      }),
    );
    expect(Math.abs(staffDistanceExactM(20, 1.2, -17.4) / staffDistanceM(20, -17.4, 'vertical') - 1)).toBeLessThan(
      2e-4,
    );
  });

  it('the near edge of a crown never looks lower than the tip, and less high from farther away', () => {
    fc.assert(
      fc.property(metres(8, 40), metres(0.05, 0.35), metres(15, 60), (heightM, share, distanceM) => {
        const crown = { heightM, crownRadiusM: heightM * share, eyeM: 1.6 };
        const near = crownEdgeReadingM({ ...crown, distanceM });
        const far = crownEdgeReadingM({ ...crown, distanceM: distanceM * 2 });
        expect(near).toBeGreaterThanOrEqual(heightM);
        expect(far).toBeLessThanOrEqual(near + 1e-9);
      }),
    );
  });

  it('two opposite sides of a leaning tree average to d² ÷ (d² − x²), not to the height', () => {
    const tree = { heightM: 20, eyeM: 0, distanceM: 25, offsetM: 5 };
    const mean = (leaningReadingM(tree, 'towards') + leaningReadingM(tree, 'away')) / 2;
    expect(mean).toBeCloseTo((20 * 625) / (625 - 25), 9);
  });
});

describe('several figures of one tree', () => {
  it('weigh the inverse of their variances: 20.0 ± 0.5 and 21.0 ± 1.0', () => {
    const { valueM, standardErrorM, weights, agree } = combineHeights([
      { name: 'clinometer', valueM: 20, standardErrorM: 0.5 },
      { name: 'stick', valueM: 21, standardErrorM: 1 },
    ]);
    // (20 × 4 + 21 × 1) ÷ 5
    expect(valueM).toBeCloseTo(20.2, 9);
    expect(standardErrorM).toBeCloseTo(1 / Math.sqrt(5), 9);
    expect(weights[0]).toBeCloseTo(0.8, 9);
    expect(agree).toBe(true);
  });

  it('that cannot both be right are named with how far apart they are: 3.9 standard errors', () => {
    const { agree, words, apart } = combineHeights([
      { name: 'Clinometer', valueM: 20, standardErrorM: 0.3 },
      { name: 'stick', valueM: 20.3, standardErrorM: 1 },
      { name: 'laser', valueM: 21.95, standardErrorM: 0.4 },
    ]);
    // 1.95 ÷ √(0.3² + 0.4²)
    expect(apart?.standardErrors).toBeCloseTo(3.9, 9);
    expect(agree).toBe(false);
    expect(inEnglish(words)).toContain('Clinometer and laser differ by 3.9 standard errors');
  });

  it('share the errors of one stand: the mean of two tops keeps that of the distance', () => {
    const common = { stand: 1, errorsM: { distance: 0.4 } };
    // Each 0.3 of its own and 0.4 shared: 0.5. The mean: √(0.3² ÷ 2 + 0.4²), their difference 0.3 × √2.
    const { standardErrorM, apart } = combineHeights([
      { name: 'first', valueM: 20, standardErrorM: 0.5, common },
      { name: 'second', valueM: 21, standardErrorM: 0.5, common },
    ]);
    expect(standardErrorM).toBeCloseTo(Math.sqrt(0.045 + 0.16), 9);
    expect(apart?.standardErrors).toBeCloseTo(1 / (0.3 * Math.SQRT2), 9);
  });

  it('are one figure, or none', () => {
    expect(combineHeights([{ name: 'a', valueM: 20, standardErrorM: 1 }])).toMatchObject({ valueM: 20, apart: null });
    expect(() => combineHeights([])).toThrow(RangeError);
    expect(() => combineHeights([{ name: 'a', valueM: 20, standardErrorM: 0 }])).toThrow(RangeError);
  });
});
