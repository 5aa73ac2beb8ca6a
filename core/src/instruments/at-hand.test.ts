import { describe, expect, it } from 'vitest';
import {
  calibratedAirC,
  instrumentFor,
  type KitAtHand,
  paceOf,
  statedError,
  wordsAtReading,
} from './crew-instruments.ts';
import { type CheckReadings, checkResult } from './checks.ts';
import type { KitInstrument } from './instruments.ts';
import { inEnglish } from '../testing/english.ts';

const NOW = '2026-06-12T08:00:00Z';

const checked = (instrument: KitInstrument, checkedAt: string, readings: CheckReadings): KitAtHand => ({
  ...instrument,
  lastCheck: { checkedAt, result: checkResult(readings, instrument) },
});

const CLINOMETER: KitInstrument = {
  kind: 'clinometer',
  name: 'clinometer 2',
  unit: 'm20',
  graduation: 0.1,
  standardError: 0.2,
  everyDays: 30,
};
const off = checked(CLINOMETER, '2026-06-01T08:00:00Z', { check: 'zero', forth: 2.3, back: -1.7 });
const percent: KitAtHand = { ...CLINOMETER, name: 'old one', unit: 'pct', standardError: 1, lastCheck: null };
const sound = checked(
  { ...CLINOMETER, kind: 'ultrasonic', name: 'ultrasonic', unit: 'm', everyDays: 1 },
  '2026-06-12T06:00:00Z',
  { check: 'fixed-distance', taped: 10, shown: [9.75], airC: 4 },
);

describe('the kit at a reading', () => {
  it('is the instrument with the scale in hand, else another of its kind, else none', () => {
    const kit = [off, percent, sound];
    expect(instrumentFor(kit, 'clinometer', 'pct')?.name).toBe('old one');
    expect(instrumentFor(kit, 'clinometer', 'deg')?.name).toBe('clinometer 2');
    expect(instrumentFor(kit, 'tape', 'm')).toBeNull();
    expect([statedError(kit, 'clinometer', 'm20'), statedError(kit, 'clinometer', 'deg')]).toEqual([0.2, undefined]);
  });

  it('says a zero in the scale that is read: 0.30 on 1:20 are 1.5 % and 0.9°', () => {
    // (2.3 − 1.7) ÷ 2 ÷ 20 = 0.015
    expect(inEnglish(wordsAtReading(off, 'm20', NOW))).toEqual(['Clinometer 2 reads 0.3 m:20 too high.']);
    expect(inEnglish(wordsAtReading(off, 'pct', NOW))).toEqual(['Clinometer 2 reads 1.5 % too high.']);
    expect(inEnglish(wordsAtReading(off, 'deg', NOW))).toEqual(['Clinometer 2 reads 0.9 ° too high.']);
  });

  it('says what is overdue, and a factor that is off: 10 ÷ 9.75', () => {
    expect(inEnglish(wordsAtReading(percent, 'pct', NOW))).toEqual(['Old one has not been checked yet.']);
    expect(inEnglish(wordsAtReading(sound, 'm', NOW))).toEqual([
      'Ultrasonic was wrong at its last check: multiply by 1.0256.',
    ]);
    expect(inEnglish(wordsAtReading(off, 'm20', '2026-07-11T08:00:00Z')[0])).toContain('overdue by 10 days');
  });

  it('says nothing of an instrument that is true and checked', () => {
    const good = checked(CLINOMETER, '2026-06-01T08:00:00Z', { check: 'zero', forth: 2, back: -2 });
    expect(wordsAtReading(good, 'm20', NOW)).toEqual([]);
  });

  it('knows the pace and the air of the last calibration', () => {
    const paces = checked({ ...CLINOMETER, kind: 'paces', name: 'paces of J.', unit: 'm' }, '2026-05-31T07:00:00Z', {
      check: 'pace-line',
      line: 50,
      paces: [64],
    });
    expect(paceOf([off, paces])?.lengthM).toBeCloseTo(50 / 64, 9);
    expect([paceOf([off]), calibratedAirC([off])]).toEqual([null, null]);
    expect(calibratedAirC([sound])).toBe(4);
  });
});
