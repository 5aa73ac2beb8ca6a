import { describe, expect, it } from 'vitest';
import type { PlotView } from '../contracts/views.ts';
import { surveyMap } from './survey-map.ts';

const plot = (label: string, latitude: number | null, longitude: number | null, over: object = {}): PlotView =>
  ({ id: label, label, latitude, longitude, finished: false, trees: 0, ...over }) as PlotView;

const FRAME = { width: 300, height: 200 };

describe('the small map of a survey', () => {
  it('is none where no plot has a position', () => {
    expect(surveyMap([plot('1', null, null)], [], FRAME)).toBeNull();
  });

  it('has north up and east on the right, inside its frame', () => {
    const map = surveyMap([plot('sw', 41, -31), plot('ne', 41.002, -30.997)], [], FRAME);
    const [sw, ne] = map?.plots ?? [];
    expect(ne?.x).toBeGreaterThan(sw?.x ?? NaN);
    expect(ne?.y).toBeLessThan(sw?.y ?? NaN);
    for (const { x, y } of map?.plots ?? []) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(FRAME.width);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(FRAME.height);
    }
  });

  it('has the same scale in both directions: a scale bar tells the distance of two plots', () => {
    // On WGS 84 at 41° a degree of latitude is 111,049 m and one of longitude 84,137 m: 222 m north, 252 m east.
    const map = surveyMap([plot('a', 41, -31), plot('b', 41.002, -30.997)], [], FRAME);
    const [a, b] = map?.plots ?? [];
    const metresPerPx = (map?.scaleBar.metres ?? NaN) / (map?.scaleBar.px ?? NaN);
    const px = Math.hypot((b?.x ?? NaN) - (a?.x ?? NaN), (b?.y ?? NaN) - (a?.y ?? NaN));
    expect(px * metresPerPx).toBeCloseTo(Math.hypot(222.1, 252.4), 0);
  });

  it('tells finished, started and open plots apart', () => {
    const map = surveyMap(
      [plot('1', 41, -31, { finished: true, trees: 9 }), plot('2', 41.001, -31, { trees: 3 }), plot('3', 41, -30.999)],
      [],
      FRAME,
    );
    expect(map?.plots.map(({ state }) => state)).toEqual(['finished', 'started', 'open']);
  });
});
