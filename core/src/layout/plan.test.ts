import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../statistics/index.ts';
import {
  bearingDeg,
  compassPoint,
  distanceM,
  isInside,
  mapAbout,
  type MapPoint,
  type Outline,
  outlineAreaM2,
  readAspect,
} from './place.ts';
import { expectedHours, legsOf, linePoints, randomPoints, systematicPoints, walkingOrder } from './layout.ts';
import { outlineGeometry, readOutlines } from './geojson.ts';
import { inEnglish } from '../testing/english.ts';

const ring = (...corners: readonly (readonly [number, number])[]): readonly MapPoint[] =>
  corners.map(([eastM, northM]) => ({ eastM, northM }));
const square: Outline = { rings: [ring([0, 0], [400, 0], [400, 250], [0, 250])] };
const withHole: Outline = {
  rings: [...square.rings, ring([100, 100], [200, 100], [200, 200], [100, 200])],
};

describe('the ground', () => {
  it('has a degree of 111.04 km north and 84.14 km east at the 41st parallel', () => {
    const map = mapAbout({ latitude: 41, longitude: -31 });
    const { eastM, northM } = map.toMap({ latitude: 42, longitude: -30 });
    // National Geospatial-Intelligence Agency, length of a degree: 111 042 m and 84 137 m.
    expect(Math.abs(northM - 111_042)).toBeLessThan(20);
    expect(Math.abs(eastM - 84_137)).toBeLessThan(20);
    const back = map.toLatLon({ eastM, northM });
    expect(back.latitude).toBeCloseTo(42, 9);
    expect(back.longitude).toBeCloseTo(-30, 9);
  });
  it('is measured by shoelace, holes taken off', () => {
    expect(outlineAreaM2([square])).toBe(100_000);
    expect(outlineAreaM2([withHole])).toBe(90_000);
    expect(isInside([withHole], { eastM: 150, northM: 150 })).toBe(false);
    expect(isInside([withHole], { eastM: 50, northM: 50 })).toBe(true);
    expect(isInside([withHole], { eastM: 401, northM: 50 })).toBe(false);
  });
  it('is walked by bearing and distance: 3 east and 4 north are 5 at 36.87°', () => {
    const [a, b] = ring([0, 0], [3, 4]);
    if (a === undefined || b === undefined) throw new Error('no points');
    expect(distanceM(a, b)).toBe(5);
    expect(bearingDeg(a, b)).toBeCloseTo(36.8699, 4);
    expect(bearingDeg(b, a)).toBeCloseTo(216.8699, 4);
  });
  it.each([
    ['NE', 45],
    ['ssw', 202.5],
    ['N', 0],
    [' 350 ', 350],
    ['12,5°', 12.5],
    ['361', null],
    ['north', null],
    ['', null],
  ])('an aspect of “%s” is %s', (text, degrees) => {
    expect(readAspect(text)).toBe(degrees);
  });
  it('names the nearest of sixteen points', () => {
    expect([0, 11, 12, 225, 349, 359].map(compassPoint)).toEqual(['N', 'N', 'NNE', 'SW', 'N', 'N']);
  });
});

describe('plots drawn in an outline', () => {
  it('are as many as asked, inside, and the same from the same seed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 1e6 }), (plots, seed) => {
        const drawn = randomPoints([withHole], plots, seededRandom(seed));
        if (!drawn.ok) throw new Error(inEnglish(drawn.message));
        expect(drawn.points).toHaveLength(plots);
        expect(drawn.points.every((point) => isInside([withHole], point))).toBe(true);
        expect(randomPoints([withHole], plots, seededRandom(seed))).toEqual(drawn);
      }),
      { numRuns: 40 },
    );
  });
  it('fall on every quarter alike: 4000 of them, a quarter each within three standard errors', () => {
    const drawn = randomPoints([square], 4000, seededRandom(5));
    const share = (test: (point: MapPoint) => boolean) => (drawn.ok ? drawn.points.filter(test).length / 4000 : 0);
    const error = Math.sqrt((0.25 * 0.75) / 4000);
    expect(Math.abs(share(({ eastM, northM }) => eastM < 200 && northM < 125) - 0.25)).toBeLessThan(3 * error);
  });
  it('on a grid stand one width apart, near √(area ÷ plots)', () => {
    const drawn = systematicPoints([square], 10, seededRandom(3));
    if (!drawn.ok) throw new Error(inEnglish(drawn.message));
    expect(Math.abs(drawn.points.length - 10)).toBeLessThanOrEqual(1);
    expect(Math.abs(drawn.spacingM / Math.sqrt(10_000) - 1)).toBeLessThan(0.35);
    const nearest = drawn.points.map((point, i) =>
      Math.min(...drawn.points.flatMap((other, j) => (i === j ? [] : [distanceM(point, other)]))),
    );
    for (const each of nearest) expect(each).toBeCloseTo(drawn.spacingM, 6);
  });
  it.each([0, 1.5, 5001, NaN])('cannot be %d', (plots) => {
    expect(inEnglish(randomPoints([square], plots, seededRandom(1)))).toMatchObject({ ok: false, field: 'plots' });
  });
  it('need an outline with an area', () => {
    const flat: Outline = { rings: [ring([0, 0], [10, 0], [20, 0])] };
    expect(inEnglish(systematicPoints([flat], 3, seededRandom(1)))).toMatchObject({ ok: false, field: 'outline' });
  });
});

describe('the walk', () => {
  it('goes through every plot once, and never longer than from the nearest to the nearest', () => {
    const points = ring([0, 0], [100, 0], [0, 100], [100, 100], [50, 0], [50, 100]);
    const order = walkingOrder(points);
    expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5]);
    const legs = legsOf(order, points);
    // Along one side, over, and back along the other.
    expect(legs.reduce((sum, leg) => sum + leg.distanceM, 0)).toBeCloseTo(300, 9);
    expect(legs[0]?.distanceM).toBe(0);
  });
  it('takes its hours: 3 km at 3 km/h, and two plots of half an hour', () => {
    const legs = [
      { to: 0, distanceM: 1000, bearingDeg: 0 },
      { to: 1, distanceM: 2000, bearingDeg: 90 },
    ];
    expect(expectedHours(legs, { speedKmh: 3, minutesPerPlot: 30 })).toMatchObject({ walkingH: 1, workH: 1, allH: 2 });
  });
});

describe('an outline from GeoJSON', () => {
  const polygon = {
    type: 'Polygon',
    coordinates: [
      [
        [-31, 41],
        [-30.99, 41],
        [-30.99, 41.01],
        [-31, 41],
      ],
    ],
  };
  it.each([
    polygon,
    { type: 'Feature', geometry: polygon, properties: {} },
    { type: 'FeatureCollection', features: [{ type: 'Feature', geometry: polygon, properties: null }] },
    { type: 'MultiPolygon', coordinates: [polygon.coordinates] },
  ])('may be a $type', (value) => {
    const read = readOutlines(value);
    if (!read.ok) throw new Error(inEnglish(read.message));
    expect(read.outlines).toHaveLength(1);
    expect(read.outlines[0]?.[0]).toHaveLength(3);
    expect(outlineGeometry(read.outlines).coordinates).toEqual([polygon.coordinates]);
  });
  it.each([
    [null, 'not a GeoJSON object'],
    [{ type: 'Point', coordinates: [0, 0] }, 'not a Point'],
    [{ type: 'FeatureCollection', features: [] }, 'no polygon'],
    [{ type: 'Polygon', coordinates: [[[0, 0]]] }, 'at least four positions'],
    [{ type: 'Polygon', coordinates: [polygon.coordinates[0]?.slice(0, 3).concat([[5, 5]])] }, 'not closed'],
    [
      {
        type: 'Polygon',
        coordinates: [
          [
            [430000, 4500000],
            [0, 0],
            [1, 1],
            [430000, 4500000],
          ],
        ],
      },
      'degrees',
    ],
    [
      {
        type: 'Polygon',
        coordinates: [
          [
            ['a', 'b'],
            [0, 0],
            [1, 1],
            ['a', 'b'],
          ],
        ],
      },
      'longitude, latitude',
    ],
  ])('%j is none, and why', (value, words) => {
    const read = readOutlines(value);
    expect(inEnglish(read.ok ? '' : read.message)).toContain(words);
  });
});

describe('plots along lines', () => {
  const northward = { bearingDeg: 0, apartM: 100 };

  it('stand on lines 100 m apart, as many as were asked for, walked up one and down the next', () => {
    const plan = linePoints([square], 20, northward, seededRandom(3));
    if (!plan.ok) throw new Error(inEnglish(plan.message));
    // 400 m hold four lines, and 250 m five plots at 50 m: 100 000 m² ÷ (20 × 100 m).
    expect(plan).toMatchObject({ lines: 4, points: { length: 20 } });
    expect(Math.abs(plan.spacingM - 50)).toBeLessThan(13);
    const [first] = plan.points;
    for (const { eastM } of plan.points) expect(((eastM - (first?.eastM ?? 0)) / 100) % 1).toBeCloseTo(0, 6);
    const north = plan.points.map(({ northM }) => northM);
    expect(north.slice(0, 5)).toEqual([...north.slice(0, 5)].sort((a, b) => a - b));
    expect(north.slice(5, 10)).toEqual([...north.slice(5, 10)].sort((a, b) => b - a));
  });

  it('keep their width and direction however they are turned, and stay inside', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 360 }),
        fc.integer({ min: 40, max: 120 }),
        fc.integer({ min: 5, max: 60 }),
        fc.integer(),
        (bearing, apartM, plots, seed) => {
          const plan = linePoints([withHole], plots, { bearingDeg: bearing, apartM }, seededRandom(seed));
          fc.pre(plan.ok);
          const angle = (bearing * Math.PI) / 180;
          const across = plan.points.map(({ eastM, northM }) => eastM * Math.cos(angle) - northM * Math.sin(angle));
          for (const [i, point] of plan.points.entries()) {
            expect(isInside([withHole], point)).toBe(true);
            const widths = ((across[i] ?? 0) - (across[0] ?? 0)) / apartM;
            expect(Math.abs(widths - Math.round(widths))).toBeLessThan(1e-6);
          }
        },
      ),
    );
  });

  it.each([
    [{ bearingDeg: 0, apartM: 0 }, '5 to 10000 m'],
    [{ bearingDeg: NaN, apartM: 50 }, 'Bearing'],
  ])('say what is wrong with %j', (lines, words) => {
    expect(inEnglish(linePoints([square], 10, lines, seededRandom(1)))).toMatchObject({
      ok: false,
      field: 'lines',
      message: expect.stringContaining(words) as string,
    });
  });
});
