import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkResult, nextCheckAt, overdue } from './checks.ts';
import { type KitInstrument, usualReading } from './instruments.ts';
import { inEnglish } from '../testing/english.ts';

const CLINOMETER: KitInstrument = {
  kind: 'clinometer',
  name: 'clinometer 2',
  unit: 'pct',
  graduation: 0.5,
  standardError: 1,
  everyDays: 30,
};
const SOUND: KitInstrument = { ...CLINOMETER, kind: 'ultrasonic', name: 'ultrasonic 1', unit: 'm', everyDays: 1 };
const PACES: KitInstrument = { ...CLINOMETER, kind: 'paces', name: 'paces of J. A.', unit: 'm', everyDays: 90 };

describe('the zero of a clinometer', () => {
  it('is half the sum of the sights forth and back: +12 and −9 are 1.5 too high', () => {
    const { reads, passes, words } = checkResult({ check: 'zero', forth: 12, back: -9 }, CLINOMETER);
    expect(reads).toBeCloseTo(1.5, 9);
    expect(passes).toBe(false);
    expect(inEnglish(words)).toContain('1.50 % too high');
    expect(inEnglish(words)).toContain('subtract 1.50 %');
  });

  it('comes back whatever the slope between the marks', () => {
    const figure = fc.double({ min: -40, max: 40, noNaN: true });
    fc.assert(
      fc.property(figure, fc.double({ min: -4, max: 4, noNaN: true }), (slope, error) => {
        const { reads } = checkResult({ check: 'zero', forth: slope + error, back: error - slope }, CLINOMETER);
        expect(reads).toBeCloseTo(error, 9);
      }),
    );
  });

  it('passes within the error of one reading', () => {
    expect(checkResult({ check: 'zero', forth: 10.5, back: -9.5 }, CLINOMETER).passes).toBe(true);
  });
});

describe('a taped distance', () => {
  it('gives the factor: 10 m shown as 9.75 m', () => {
    const { factor, passes, airC, words } = checkResult(
      { check: 'fixed-distance', taped: 10, shown: [9.74, 9.76], airC: 2 },
      SOUND,
    );
    expect(factor).toBeCloseTo(10 / 9.75, 9);
    expect([passes, airC]).toEqual([false, 2]);
    // 9.75 ÷ 10 is 2.5 % short
    expect(inEnglish(words)).toContain('2.5 % too little');
    expect(inEnglish(words)).toContain('1.0256');
  });

  it('passes within one in a hundred', () => {
    expect(checkResult({ check: 'fixed-distance', taped: 10, shown: [10.05] }, SOUND).passes).toBe(true);
  });
});

describe('a pace test', () => {
  it('is the line over the paces: 50 m in 64 are 0.781 m, its drift added', () => {
    const { pace } = checkResult({ check: 'pace-line', line: 50, paces: [64] }, PACES);
    expect(pace?.lengthM).toBeCloseTo(0.78125, 9);
    expect(pace?.standardErrorM).toBeCloseTo(0.03 * 0.78125, 9);
  });

  it('says how far it has drifted since the test before', () => {
    const before = checkResult({ check: 'pace-line', line: 50, paces: [62.5] }, PACES);
    // 0.80 m then, 0.76 m now: 5 % shorter
    const { words } = checkResult({ check: 'pace-line', line: 38, paces: [50] }, PACES, before);
    expect(inEnglish(words)).toContain('5.0 % shorter');
  });

  it('widens its error where the repeats differ', () => {
    const { pace } = checkResult({ check: 'pace-line', line: 60, paces: [75, 80] }, PACES);
    // 0.80 and 0.75: mean 0.775, spread 0.03536, drift 0.02325
    expect(pace?.standardErrorM).toBeCloseTo(Math.hypot(0.0353553, 0.02325), 6);
  });
});

describe('a check that is due', () => {
  it.each([
    ['never made', CLINOMETER, null, 'has not been checked yet'],
    ['42 days ago of 30', CLINOMETER, '2026-05-01T08:00:00Z', 'overdue by 12 days'],
    ['yesterday morning of every day', SOUND, '2026-06-11T07:00:00Z', 'due every day'],
  ] as const)('is said: %s', (_words, instrument, last, said) => {
    expect(inEnglish(overdue(instrument, last, '2026-06-12T08:00:00Z')?.words ?? '')).toContain(said);
  });

  it.each([
    ['twenty days ago of 30', CLINOMETER, '2026-05-23T08:00:00Z'],
    ['this morning', SOUND, '2026-06-12T06:00:00Z'],
    ['on the day itself', CLINOMETER, '2026-05-13T08:00:00Z'],
    ['never asked for', { ...CLINOMETER, everyDays: 0 }, null],
  ] as const)('is not said: %s', (_words, instrument, last) => {
    expect(overdue(instrument, last, '2026-06-12T08:00:00Z')).toBeNull();
  });
});

describe('a check as the days go by', () => {
  it('is due once and stays due, later by a day each day', () => {
    const checked = '2026-05-01T08:00:00Z';
    const due = Array.from({ length: 90 }, (_, day) => {
      const now = new Date(Date.parse(checked) + day * 86_400_000).toISOString();
      return overdue(CLINOMETER, checked, now)?.days ?? null;
    });
    // Of 30 days: nothing is said up to the thirtieth, then 1, 2, 3 …
    expect(due.slice(0, 31)).toEqual(Array.from({ length: 31 }, () => null));
    expect(due.slice(31)).toEqual(Array.from({ length: 59 }, (_, i) => i + 1));
  });
});

describe('what is usual of a kind, on the scale that is read', () => {
  it.each([
    ['clinometer', 'pct', 0.5, 1],
    // 1 % near the horizon is 0.573°, 0.2 on the 1:20 scale and 0.66 on the 66-ft scale
    ['clinometer', 'deg', 0.29, 0.57],
    ['clinometer', 'ft66', 0.33, 0.66],
    ['pendulum-hypsometer', 'pct', 1.3, 1.3],
    // 0.1 m ÷ 0.3048
    ['laser', 'ft', 0.33, 0.33],
    ['paces', 'ft', 0.033, 0.098],
  ] as const)('%s in %s: mark %d, ±%d', (kind, unit, graduation, standardError) => {
    expect(usualReading(kind, unit)).toEqual({ graduation, standardError });
  });

  it('comes next a number of days after the last one', () => {
    expect(nextCheckAt({ everyDays: 30 }, '2026-06-01T08:00:00.000Z')).toBe('2026-07-01T08:00:00.000Z');
    expect(nextCheckAt({ everyDays: 0 }, '2026-06-01T08:00:00.000Z')).toBeNull();
    expect(nextCheckAt({ everyDays: 30 }, null)).toBeNull();
  });
});
