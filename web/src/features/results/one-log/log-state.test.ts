import { describe, expect, it } from 'vitest';
import { bestKnown, cubicRows, logProblems, ruleRows, type TapedLog } from './log-state.ts';
import { say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

/** Base 48, middle 36, top 22 cm over 9 m. */
const LOG: TapedLog = { lengthM: 9, buttCm: 48, middleCm: 36, topCm: 22, thirdCm: null };
const IN_INCHES: TapedLog = { lengthM: 16 * 0.3048, topCm: 14 * 2.54, buttCm: null, middleCm: null, thirdCm: null };

const of = (rows: readonly { readonly name: Text }[], name: string) =>
  rows.find((row) => say(row.name).startsWith(name));

describe('one log', () => {
  it('is Newton 0.939, Huber 0.916, Smalian 0.985 m³, and nothing where a diameter is wanting', () => {
    const rows = cubicRows(LOG);
    expect(of(rows, 'Newton')).toMatchObject({ volumeM3: expect.closeTo(0.939, 3) as number });
    expect(of(rows, 'Huber')).toMatchObject({ volumeM3: expect.closeTo(0.916, 3) as number });
    expect(of(rows, 'Smalian')).toMatchObject({ volumeM3: expect.closeTo(0.985, 3) as number });
    expect(of(rows, 'Hossfeld')).toMatchObject({ volumeM3: null });
    // A quarter of the girth: π ÷ 4 of Huber.
    expect(inEnglish(of(rows, 'Hoppus'))).toMatchObject({
      volumeM3: expect.closeTo((0.9161 * Math.PI) / 4, 3) as number,
    });
    expect(bestKnown(rows)?.name).toBe('Newton');
    expect(bestKnown(cubicRows({ ...LOG, middleCm: null }))?.name).toBe('Smalian');
    expect(bestKnown(cubicRows(IN_INCHES))).toBeNull();
  });

  it('of 16 ft and 14 in is Doyle 100, Scribner 122.84, International 1/4 135.6', () => {
    const rows = ruleRows(IN_INCHES);
    expect(of(rows, 'Doyle')).toMatchObject({ boardFeet: expect.closeTo(100, 6) as number, scaled: 100, doubt: null });
    expect(of(rows, 'Scribner (formula)')).toMatchObject({ boardFeet: expect.closeTo(122.84, 6) as number });
    expect(of(rows, 'International 1/4')).toMatchObject({
      boardFeet: expect.closeTo(135.57, 2) as number,
      scaled: 135,
    });
  });

  it('is told that Doyle has no wood at 4 in', () => {
    const doyle = of(ruleRows({ ...IN_INCHES, topCm: 4 * 2.54 }), 'Doyle');
    expect(inEnglish(doyle)).toMatchObject({
      boardFeet: 0,
      doubt: expect.stringContaining('gives no volume') as string,
    });
  });

  it('may not grow thicker upwards: said at the figure', () => {
    expect(logProblems(LOG)).toEqual({});
    expect(logProblems({ ...LOG, topCm: 50, middleCm: null }).top).toContain('larger than the butt diameter below it');
    expect(logProblems({ ...LOG, thirdCm: 30 }).middle).toContain('larger than the one-third diameter');
    expect(logProblems({ ...LOG, buttCm: null, topCm: 36 })).toEqual({});
  });
});
