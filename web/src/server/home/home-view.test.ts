import { describe, expect, it } from 'vitest';
import type { PlotView } from '../../contracts/views.ts';
import { nextPlot } from './home-view.ts';

const plot = (label: string, finished: boolean, position: object = { latitude: null, longitude: null }): PlotView =>
  ({ id: label, label, finished, ...position }) as PlotView;

describe('the plot to measure next', () => {
  const plots = [plot('1', true), plot('2', false), plot('3', true), plot('4', false)];

  it('is the first open one after the plot in use', () => {
    expect(nextPlot(plots, plots[2] ?? null)?.plot.label).toBe('4');
  });

  it('begins again at the first after the last, and never is the plot in use', () => {
    expect(nextPlot(plots, plots[3] ?? null)?.plot.label).toBe('2');
    expect(nextPlot([plot('1', false)], plot('1', false))).toBeNull();
  });

  it('is the first open one where none is in use, and none where all are finished', () => {
    expect(nextPlot(plots, null)?.plot.label).toBe('2');
    expect(nextPlot([plot('1', true)], null)).toBeNull();
  });

  it('has its way from the plot in use: 0.001 degrees north are 111 m on 0 degrees', () => {
    const here = plot('1', true, { latitude: 41, longitude: -31 });
    const there = plot('2', false, { latitude: 41.001, longitude: -31 });
    const way = nextPlot([here, there], here)?.way;
    expect(way?.distanceM).toBeCloseTo(111.05, 1);
    expect(way?.bearingDeg).toBeCloseTo(0, 6);
    expect(nextPlot([here, plot('2', false)], here)?.way).toBeNull();
  });
});
