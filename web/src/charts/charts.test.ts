import { describe, expect, it } from 'vitest';
import { chartLook, legendHeightPx } from './look.ts';
import { plotMapAspect, type PlotMapChart, plotMapOption } from './plot-map.ts';

const look = (widthPx: number, heightPx = 400) => chartLook(() => '#000000', 'sans', { widthPx, heightPx });

/** Two plots 300 m apart from west to east and 100 m from south to north. */
const map: PlotMapChart = {
  plots: [
    { label: '1', eastM: 0, northM: 0, value: 20 },
    { label: '2', eastM: 300, northM: 100, value: null },
  ],
  outlines: [],
  valueLabel: 'basal area',
  system: 'metric',
};

interface MapOption {
  readonly xAxis: { readonly min: number; readonly max: number };
  readonly yAxis: { readonly min: number; readonly max: number };
  readonly grid: Readonly<Record<'left' | 'right' | 'top' | 'bottom', number>>;
  readonly graphic: readonly {
    readonly type: string;
    readonly shape?: { readonly points: readonly (readonly [number, number])[] };
    readonly style: { readonly text?: string };
  }[];
}

describe('a map of plots', () => {
  it.each([
    [700, 400],
    [340, 400],
  ])('has one scale for both directions on %i × %i px', (widthPx, heightPx) => {
    const { xAxis, yAxis, grid } = plotMapOption(map)(look(widthPx, heightPx)) as unknown as MapOption;
    const across = (widthPx - grid.left - grid.right) / (xAxis.max - xAxis.min);
    const up = (heightPx - grid.top - grid.bottom) / (yAxis.max - yAxis.min);
    expect(across).toBeCloseTo(up, 9);
    expect([xAxis.min <= 0, xAxis.max >= 300, yAxis.min <= 0, yAxis.max >= 100]).toEqual([true, true, true, true]);
  });

  it.each(['metric', 'imperial'] as const)('has a scale bar that is as long as it says: %s', (system) => {
    const { xAxis, grid, graphic } = plotMapOption({ ...map, system })(look(700)) as unknown as MapOption;
    const pxPerM = (700 - grid.left - grid.right) / (xAxis.max - xAxis.min);
    const points = graphic.find(({ type }) => type === 'polyline')?.shape?.points ?? [];
    const px = (points[2]?.[0] ?? NaN) - (points[1]?.[0] ?? NaN);
    const [, figure = '', unit = ''] =
      graphic.map(({ style }) => /^(\d+) (m|ft)$/.exec(style.text ?? '')).find((match) => match !== null) ?? [];
    // 1 ft is 0.3048 m.
    expect(px / pxPerM).toBeCloseTo(Number(figure) * (unit === 'ft' ? 0.3048 : 1), 6);
    expect(px).toBeLessThan(700 / 3 + 1);
  });

  it('has circles whose areas are in proportion to their values', () => {
    const plots = [5, 20, 80].map((value, i) => ({ label: String(i), eastM: 100 * i, northM: 50 * i, value }));
    const { series } = plotMapOption({ ...map, plots })(look(700)) as unknown as {
      readonly series: readonly { readonly data: readonly { readonly symbolSize: number }[] }[];
    };
    const [small = NaN, middle = NaN, large = NaN] = (series.at(-1)?.data ?? []).map(({ symbolSize }) => symbolSize);
    // Four times the value is twice the width.
    expect(middle / small).toBeCloseTo(2, 9);
    expect(large / middle).toBeCloseTo(2, 9);
  });

  it('is framed by its ground: wide ground, wide frame', () => {
    const turned = { ...map, plots: map.plots.map((plot) => ({ ...plot, eastM: plot.northM, northM: plot.eastM })) };
    expect(plotMapAspect(map)).toBeGreaterThan(1);
    expect(plotMapAspect(turned)).toBeLessThan(1);
  });
});

describe('room for a legend', () => {
  it('grows by a row where its entries do not fit side by side', () => {
    const names = ['Scots pine', 'Beech', 'Pyrenean oak', 'Sweet chestnut'];
    const one = legendHeightPx(names.slice(0, 1), look(900));
    expect(legendHeightPx(names, look(900))).toBe(one);
    expect(legendHeightPx(names, look(340))).toBe(2 * one);
  });
});
