import { describe, expect, it } from 'vitest';
import { treePlace } from './tree-place.ts';

const PLOT = { latitude: 60, longitude: 10 };

describe('where a tree stands', () => {
  it('is its own position, before that from its plot', () => {
    expect(treePlace({ place: { latitude: 1, longitude: 2 }, bearingDeg: 9, awayM: 9 }, PLOT)).toEqual({
      latitude: 1,
      longitude: 2,
    });
  });

  it('is so far and in that direction from the centre: 100 m north are 0.000898 degrees', () => {
    const found = treePlace({ bearingDeg: 0, awayM: 100 }, PLOT);
    // A degree of latitude at 60° is 111,412 m.
    expect((found?.latitude ?? 0) - 60).toBeCloseTo(100 / 111_412, 7);
    expect(found?.longitude).toBeCloseTo(10, 9);
  });

  it('is half as many metres to a degree eastward at 60° as at the equator', () => {
    const found = treePlace({ bearingDeg: 90, awayM: 100 }, PLOT);
    // A degree of longitude at 60° is 55,800 m.
    expect((found?.longitude ?? 0) - 10).toBeCloseTo(100 / 55_800, 6);
  });

  it('is not known without a plot or a distance', () => {
    expect(treePlace({ bearingDeg: 90, awayM: 10 }, null)).toBeNull();
    expect(treePlace({ bearingDeg: 90 }, PLOT)).toBeNull();
  });
});
