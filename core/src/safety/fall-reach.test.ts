import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { degreesToRadians } from '../units/index.ts';
import examples from './examples/felling.json';
import {
  criticalTopAngleDeg,
  type FallCase,
  fallReach,
  levelReachM,
  reachBySights,
  reachByStick,
  reachFromSightsM,
  reachMarginM,
  slopeReachM,
  stemLengthM,
} from './fall-reach.ts';
import { inEnglish } from '../testing/english.ts';

type Inputs = Readonly<Record<string, number>>;
const CASES: Readonly<Record<string, (given: Inputs) => number>> = {
  reach_level: ({ tree_length = 0, obstacle_horizontal = 0, obstacle_height_diff = 0 }) =>
    reachMarginM(tree_length, { distanceM: obstacle_horizontal, aboveM: obstacle_height_diff, stumpM: 0 }),
  angle_check_at_obstacle_margin: ({ x = 0, top = 0, base = 0 }) => reachFromSightsM(x, top, base),
  critical_top_angle_base_below: ({ base = 0 }) => criticalTopAngleDeg(base),
  stump_height_margin: ({ H = 0, stump = 0, obstacle = 0 }) => levelReachM(H, stump) - obstacle,
  two_tree_lengths_zone: ({ H_max = 0 }) => fallReach({ ...UPRIGHT, heightM: H_max, heightErrorM: 0 }).clearM,
  slope_projection_of_reach: ({ tree_length = 0, slope = 0 }) => slopeReachM(tree_length, slope),
};

const UPRIGHT: FallCase = {
  heightM: 27.4,
  heightErrorM: 0.5,
  leanOffsetM: 0,
  stumpM: 0,
  distanceM: 25.9,
  distanceErrorM: 0,
  aboveM: 0,
};

describe('published reaches', () => {
  it.each(examples.map((example) => [example.case, example] as const))('%s', (name, example) => {
    const found = CASES[name]?.(example.inputs as unknown as Inputs) ?? NaN;
    expect(Math.abs(found - example.expected), String(found)).toBeLessThanOrEqual(example.tolerance);
  });
});

describe('whether a tree reaches', () => {
  it('from 40.3° with the base at −9.4°, from 47.5° with it at +5°', () => {
    expect(criticalTopAngleDeg(-9.4)).toBeCloseTo(40.3, 9);
    expect(criticalTopAngleDeg(5)).toBe(47.5);
  });

  it('at the critical angle just does: tan(45° + b ÷ 2) − tan b = 1 ÷ cos b', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.double({ min: 5, max: 80, noNaN: true }),
        (b, x) => {
          expect(reachFromSightsM(x, criticalTopAngleDeg(b), b)).toBeCloseTo(0, 6);
        },
      ),
    );
  });

  it('is said with the error added: as measured 1.5 m beyond; half a metre short, and yet it may', () => {
    expect(inEnglish(fallReach(UPRIGHT))).toMatchObject({ verdict: 'reaches' });
    expect(fallReach(UPRIGHT).marginM).toBeCloseTo(1.5, 9);
    // 27.9 m away: 0.5 m short, but two standard errors of 0.5 m are 1.0 m.
    const near = fallReach({ ...UPRIGHT, distanceM: 27.9 });
    expect(near.verdict).toBe('may-reach');
    expect(inEnglish(near.words[0])).toContain('0.5 m short');
    const far = fallReach({ ...UPRIGHT, distanceM: 30 });
    expect(far.verdict).toBe('falls-short');
    expect(inEnglish(far.words[0])).toContain('1.6 m short');
  });

  it('is rounded to the careful side, in metres and in feet', () => {
    // 29.19 m away: 1.79 m short as measured, 0.79 m with two standard errors of 0.5 m.
    const short = fallReach({ ...UPRIGHT, distanceM: 29.19 });
    const [words = '', everybody = ''] = short.words;
    expect(short.worstMarginM).toBeLessThan(0);
    const said = Number(/at least ([\d.]+) m short/.exec(inEnglish(words))?.[1]);
    expect(said).toBeLessThanOrEqual(-short.worstMarginM);
    expect(-short.worstMarginM - said).toBeLessThan(0.1);
    const away = Number(/at least ([\d.]+) m away/.exec(inEnglish(everybody))?.[1]);
    expect(away).toBeGreaterThanOrEqual(short.clearM);
    expect(away - short.clearM).toBeLessThan(0.1);
    const inFeet = fallReach({ ...UPRIGHT, distanceM: 29.19 }, 'imperial').words;
    expect(Number(/at least (\d+) ft short/.exec(inEnglish(inFeet[0] ?? ''))?.[1])).toBe(
      Math.floor(-short.worstMarginM / 0.3048),
    );
    expect(Number(/at least (\d+) ft away/.exec(inEnglish(inFeet[1] ?? ''))?.[1])).toBe(
      Math.ceil(short.clearM / 0.3048),
    );
  });

  it('adds two standard errors of the distance to those of the height', () => {
    // 30.2 m away: 2.8 m short, 2 × 0.5 of the height and 2 × 1 of the distance: 0.2 m beyond.
    const far = fallReach({ ...UPRIGHT, distanceM: 30.2, distanceErrorM: 1 });
    expect(far.marginM).toBeCloseTo(-2.8, 9);
    expect(far.worstMarginM).toBeCloseTo(0.2, 9);
    expect(far.verdict).toBe('may-reach');
    expect(fallReach({ ...UPRIGHT, distanceM: 30.2 }).verdict).toBe('falls-short');
  });

  it('keeps everybody two tree lengths away, the error added: 2 × (27.4 + 2 × 0.5)', () => {
    expect(fallReach(UPRIGHT).clearM).toBeCloseTo(56.8, 9);
  });

  it('takes the length of a leaning stem, not its height', () => {
    expect(stemLengthM(20, 6)).toBeCloseTo(Math.hypot(20, 6), 12);
    expect(fallReach({ ...UPRIGHT, leanOffsetM: 8 }).lengthM).toBeGreaterThan(UPRIGHT.heightM);
  });

  it('reaches less far up than on the level, and swings from the hinge', () => {
    const at = (aboveM: number, stumpM = 0) => reachMarginM(20, { distanceM: 15, aboveM, stumpM });
    expect(at(6)).toBeLessThan(at(0));
    expect(at(0, 1)).toBeCloseTo(19 - Math.hypot(15, 1), 12);
    expect(slopeReachM(20, 30)).toBeCloseTo(20 * Math.cos(degreesToRadians(30)), 12);
  });

  it('never speaks of leave', () => {
    for (const distanceM of [5, 27.9, 60]) {
      const text = inEnglish(fallReach({ ...UPRIGHT, distanceM }).words).join(' ');
      expect(text).toContain('never permission to fell');
      expect(text).not.toMatch(/\bsafe\b/i);
    }
  });
});

describe('whether it reaches somebody who stands at the thing', () => {
  it('by two sights, the top’s error and half the base’s added: √(0.5² + 0.25²) = 0.559°', () => {
    const at = (topDeg: number) => reachBySights({ topDeg, baseDeg: -9.4, sightErrorDeg: 0.5 });
    expect(at(40.3).criticalDeg).toBeCloseTo(40.3, 9);
    expect(at(38).overDeg).toBeCloseTo(-2.3, 9);
    expect(at(38).errorDeg).toBeCloseTo(0.559017, 6);
    // 40.3 − 2 × 0.559 = 39.18
    expect([at(40.4), at(39.3), at(39.1)].map(({ verdict }) => verdict)).toEqual([
      'reaches',
      'may-reach',
      'falls-short',
    ]);
  });

  it('by a stick: 61 cm covered at a reach of 63.5 cm are 3.9 % short', () => {
    const { overShare, errorShare, criticalCm, verdict } = reachByStick({ coveredCm: 61, reachCm: 63.5, errorCm: 0.5 });
    expect(overShare).toBeCloseTo(61 / 63.5 - 1, 12);
    // 0.9606 × √((0.5 ÷ 61)² + (0.5 ÷ 63.5)²)
    expect(errorShare).toBeCloseTo(0.010918, 5);
    expect([criticalCm, verdict]).toEqual([63.5, 'falls-short']);
    expect(reachByStick({ coveredCm: 62.5, reachCm: 63.5, errorCm: 0.5 }).verdict).toBe('may-reach');
    expect(reachByStick({ coveredCm: 63.5, reachCm: 63.5, errorCm: 0.5 }).verdict).toBe('reaches');
  });

  it('says the same by stick and by sights, on any slope', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: 3, max: 80, noNaN: true }),
        fc.double({ min: 3, max: 80, noNaN: true }),
        (baseDeg, levelM, heightM) => {
          const b = degreesToRadians(baseDeg);
          const topDeg = Math.atan(Math.tan(b) + heightM / levelM) / degreesToRadians(1);
          const coveredCm = (63.5 * heightM * Math.cos(b)) / levelM;
          const { overDeg } = reachBySights({ topDeg, baseDeg, sightErrorDeg: 0 });
          const { overShare } = reachByStick({ coveredCm, reachCm: 63.5, errorCm: 0 });
          fc.pre(Math.abs(overDeg) > 1e-6);
          expect(Math.sign(overDeg)).toBe(Math.sign(overShare));
        },
      ),
    );
  });
});
