import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FORM_CLASS_RULES } from '../protocol/index.ts';
import { formClassBoardFeet } from './standing.ts';
import { standingBoardFeet } from './standing-board-feet.ts';
import { boardFeetTable } from './table.ts';

const RULE = fc.constantFrom(...FORM_CLASS_RULES);
const DBH = fc.double({ min: 8, max: 48, noNaN: true });
const LOGS = fc.integer({ min: 2, max: 16 }).map((halves) => halves / 2);
const CLASS = fc.integer({ min: 66, max: 88 });

describe('board feet of a standing tree', () => {
  it('are those of the published formula within what it holds for', () => {
    // By hand for 32 in, 5 logs and form class 78, times 1.06 for two points more.
    const international = -13.35212 + 9.58615 * 5 + 1.52968 * 25 + (1.7962 - 2.59995 * 5 - 0.27465 * 25) * 32;
    const squares = (0.04482 + 0.45997 * 5 - 0.00961 * 25) * 1024;
    const tree = { dbhIn: 32, logs: 5, formClass: 80 };
    expect(standingBoardFeet('international-1/4', tree).boardFeet).toBeCloseTo((international + squares) * 1.06, 6);
    expect(standingBoardFeet('international-1/4', tree)).toMatchObject({ beyond: [] });
    const scribner = -22.50365 + 17.53508 * 5 - 0.59242 * 25 + (3.02988 - 4.34381 * 5 - 0.02302 * 25) * 32;
    const ofSquares = (-0.01969 + 0.51593 * 5 - 0.02035 * 25) * 1024;
    expect(standingBoardFeet('scribner', tree).boardFeet).toBeCloseTo((scribner + ofSquares) * 1.06, 6);
  });

  it('go on along the taper where the formula would fall: 12 in by Scribner has 115 at 5 logs and more at 8', () => {
    const at = (logs: number) => standingBoardFeet('scribner', { dbhIn: 12, logs, formClass: 78 });
    expect(formClassBoardFeet('scribner', { dbhIn: 12, logs: 8, formClass: 78 })).toBeLessThan(87);
    expect(Math.round(at(5).boardFeet)).toBe(115);
    expect(at(8).boardFeet).toBeGreaterThan(150);
    expect(at(8).beyond).toEqual(['logs']);
    expect(standingBoardFeet('doyle', { dbhIn: 44, logs: 3, formClass: 88 }).beyond).toEqual(['dbhIn', 'formClass']);
  });

  it('rise with logs, with dbh and with form class', () => {
    fc.assert(
      fc.property(RULE, DBH, LOGS, CLASS, (rule, dbhIn, logs, formClass) => {
        const at = standingBoardFeet(rule, { dbhIn, logs, formClass }).boardFeet;
        expect(standingBoardFeet(rule, { dbhIn, logs: logs + 0.5, formClass }).boardFeet).toBeGreaterThanOrEqual(at);
        expect(standingBoardFeet(rule, { dbhIn: dbhIn + 0.5, logs, formClass }).boardFeet).toBeGreaterThan(at);
        expect(standingBoardFeet(rule, { dbhIn, logs, formClass: formClass + 1 }).boardFeet).toBeGreaterThan(at);
      }),
      // 8 in is below the formula's 10 in: half a log more came out lower here.
      { examples: [['doyle', 8, 4, 75]] },
    );
  });

  it('are refused for what is no tree', () => {
    expect(() => standingBoardFeet('doyle', { dbhIn: 0, logs: 2, formClass: 78 })).toThrow(RangeError);
    expect(() => standingBoardFeet('doyle', { dbhIn: 20, logs: Number.NaN, formClass: 78 })).toThrow(RangeError);
  });

  it('stand in a table to six logs that says which figures are by the taper', () => {
    const { logs, rows } = boardFeetTable('scribner', 78);
    expect([logs[0], logs.at(-1)]).toEqual([1, 6]);
    for (const { boardFeet } of rows)
      boardFeet.forEach((value, i) => {
        expect(value).toBeGreaterThanOrEqual(boardFeet[i - 1] ?? 0);
      });
    const thin = rows.find(({ dbhIn }) => dbhIn === 12);
    expect(thin?.isByTaper.slice(-2)).toEqual([true, true]);
    expect(thin?.isByTaper[0]).toBe(false);
  });
});
