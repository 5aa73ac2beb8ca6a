import { describe, expect, it } from 'vitest';
import { nameOf, VisitBefore } from './last-visits.ts';

const left = (dbhCm: number) => ({
  on: '2019-06-03',
  stems: [{ ordinal: 1, dbhCm, pointM: 1.3 }],
  side: 'uphill side',
  mark: '',
});
const visit = new VisitBefore(
  new Map([
    [nameOf({ plotLabel: '1', tag: '4' }), left(30)],
    [nameOf({ plotLabel: '1', tag: '5' }), left(24)],
    [nameOf({ plotLabel: '14', tag: '' }), left(50)],
  ]),
);

describe('the visit before', () => {
  it('finds a tree by plot and tag, and by nothing else', () => {
    expect(visit.of({ plotLabel: '1', tag: '4' }, '2026-06-03')?.stems[0]?.dbhCm).toBe(30);
    expect(visit.of({ plotLabel: '2', tag: '4' }, '2026-06-03')).toBeUndefined();
    // “1” and “4” are not “14” and nothing.
    expect(visit.of({ plotLabel: '14', tag: '' }, '2026-06-03')?.stems[0]?.dbhCm).toBe(50);
  });

  it('counts the years up to the visit that looks back', () => {
    // 2557 days ÷ 365.25
    expect(visit.of({ plotLabel: '1', tag: '4' }, '2026-06-03T00:00:00Z')?.years).toBeCloseTo(2557 / 365.25, 6);
    expect(visit.of({ plotLabel: '1', tag: '4' }, '2019-06-03T09:00:00Z')?.years).toBeCloseTo(1 / 365.25, 6);
  });

  it('lists a plot by tag', () => {
    expect(Object.keys(visit.onPlot('1', '2026-06-03')).sort()).toEqual(['4', '5']);
    expect(visit.onPlot('3', '2026-06-03')).toEqual({});
  });
});
