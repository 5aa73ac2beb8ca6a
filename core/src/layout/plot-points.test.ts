import { describe, expect, it } from 'vitest';
import { MOST_POINTS, readPlotPoints } from './plot-points.ts';
import { inEnglish } from '../testing/english.ts';

const point = (properties: object, coordinates: unknown = [-30.5, 41.25]) => ({
  type: 'Feature',
  geometry: { type: 'Point', coordinates },
  properties,
});
const file = (...features: readonly unknown[]) => ({ type: 'FeatureCollection', features });

describe('plots as points of a file', () => {
  it('have a label, a place, and what else the file knows of them', () => {
    expect(
      inEnglish(
        readPlotPoints(
          file(
            point({ label: 'N-1', stratum: ' North slope ', slopePct: 18, aspectDeg: '22,5' }),
            point({ plot: 7 }, [-30.4, 41.2, 812]),
          ),
          [],
        ),
      ),
    ).toEqual({
      ok: true,
      points: [
        { label: 'N-1', latitude: 41.25, longitude: -30.5, slopePct: 18, aspectDeg: 22.5, stratum: 'North slope' },
        { label: '7', latitude: 41.2, longitude: -30.4, slopePct: 0, aspectDeg: null, stratum: null },
      ],
    });
  });

  it.each([
    [point({}), 'has no label'],
    [point({ label: 'a b' }), 'invalid label “a b”'],
    [point({ label: '1' }, [512_000, 4_570_000]), 'use degrees'],
    [point({ label: '1' }, ['x', 2]), 'is not a Point'],
    [{ ...point({ label: '1' }), geometry: { type: 'LineString', coordinates: [] } }, 'is not a Point'],
    [point({ label: '1', slopePct: 500 }), 'slopePct must be a number from 0 to 150'],
    [point({ label: '1', aspectDeg: 'north' }), 'aspectDeg'],
    [point({ label: '9' }), 'which is taken'],
    ['a word', 'is not a Feature'],
    [null, 'is not a Feature'],
  ])('%j is wrong, and why', (feature, words) => {
    const read = readPlotPoints(file(point({ label: '2' }), feature), ['9']);
    expect(inEnglish(read)).toMatchObject({ ok: false, message: '1 of 2 points are not valid.' });
    expect(inEnglish(!read.ok && read.errors)).toEqual([
      { feature: 2, message: expect.stringContaining(words) as string },
    ]);
  });

  it('have each label once in a file', () => {
    const read = readPlotPoints(file(point({ label: '2' }), point({ name: '2' })), []);
    expect(inEnglish(!read.ok && read.errors[0]?.message)).toContain('label 2, which is taken');
  });

  it.each([
    [null, 'FeatureCollection'],
    [{ type: 'Feature' }, 'FeatureCollection'],
    [file(), 'no point'],
    [file(...Array.from({ length: MOST_POINTS + 1 }, () => null)), '5000 plots at most'],
  ])('say what a file must be', (value, words) => {
    expect(inEnglish(readPlotPoints(value, []))).toMatchObject({
      ok: false,
      message: expect.stringContaining(words) as string,
    });
  });
});
