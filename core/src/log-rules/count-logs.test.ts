import { describe, expect, it } from 'vitest';
import { logsInLength } from './count-logs.ts';

const SIXTEEN_FT = { logLengthM: 16 * 0.3048, trimM: 0 };

describe('logs in a length of stem', () => {
  it.each([
    // 97 ÷ 16 = 6.06; 96 ft are six to the last; 95.9 ft are five, and 15.9 ft hold a half.
    [97, 6],
    [96, 6],
    [95.9, 5.5],
    [88, 5.5],
    [87.9, 5],
    [8, 0.5],
    [7.9, 0],
    [0, 0],
  ])('of %s ft without trim: %s', (feet, logs) => {
    expect(logsInLength(feet * 0.3048, SIXTEEN_FT)).toBe(logs);
  });

  it.each([
    // Two logs of 4 + 0.1 m are 8.2 m; a half log takes 2.1 m more.
    [8.19, 1.5],
    [8.2, 2],
    [10.29, 2],
    [10.3, 2.5],
  ])('of %s m with trim: %s', (lengthM, logs) => {
    expect(logsInLength(lengthM, { logLengthM: 4, trimM: 0.1 })).toBe(logs);
  });

  it('refuses a log without length, and a negative trim', () => {
    expect(() => logsInLength(10, { logLengthM: 0, trimM: 0 })).toThrow(RangeError);
    expect(() => logsInLength(10, { logLengthM: 4, trimM: -0.1 })).toThrow(RangeError);
  });
});
