import { describe, expect, it } from 'vitest';
import { readDetails } from './PlotDetails.tsx';

const texts = { auxiliary: '', slopePct: '18', aspectDeg: '', position: '', ground: '', measuredOn: '', crew: '' };

describe('what is known of a plot', () => {
  it('is only what was typed', () => {
    expect(readDetails(texts)).toEqual({ body: { slopePct: 18 }, problems: {} });
  });
  it('takes a compass point or degrees, and a position in one line', () => {
    const { body, problems } = readDetails({
      ...texts,
      aspectDeg: 'sw',
      position: '41.25, -30.5',
      ground: ' boulders ',
      measuredOn: '2026-06-03',
      crew: 'Crew Heron',
    });
    expect(problems).toEqual({});
    expect(body).toEqual({
      slopePct: 18,
      aspectDeg: 225,
      latitude: 41.25,
      longitude: -30.5,
      ground: 'boulders',
      measuredOn: '2026-06-03',
      crew: 'Crew Heron',
    });
  });
  it.each([
    [{ slopePct: '' }, 'slopePct'],
    [{ slopePct: '200' }, 'slopePct'],
    [{ slopePct: '-5' }, 'slopePct'],
    [{ aspectDeg: 'uphill' }, 'aspectDeg'],
    [{ aspectDeg: '400' }, 'aspectDeg'],
    [{ position: '41.2' }, 'position'],
    [{ position: '95, 10' }, 'position'],
    [{ position: '41 N, 30 W' }, 'position'],
  ] as const)('%o is wrong at its field', (over, field) => {
    expect(Object.keys(readDetails({ ...texts, ...over }).problems)).toEqual([field]);
  });
  it('takes a quick figure, and says what one is', () => {
    expect(readDetails({ ...texts, auxiliary: '7' }).body).toEqual({ slopePct: 18, auxiliary: 7 });
    expect(readDetails({ ...texts, auxiliary: 'seven' }).problems.auxiliary).toBeDefined();
    expect(readDetails({ ...texts, auxiliary: '-1' }).problems.auxiliary).toContain('from 0');
  });
});
