import { convert, type UnitSystem } from '@arbolito/core/units';
import type { EChartsCoreOption } from 'echarts/core';
import { type ChartLook, TONES } from './look.ts';
import { t } from '../messages/text.ts';

/** Stems by diameter class, stacked by species, with the fitted distribution. */
export interface DistributionChart {
  readonly classes: readonly string[];
  readonly series: readonly { readonly name: string; readonly stems: readonly number[] }[];
  readonly fitted: readonly (number | null)[];
  readonly classLabel: string;
  readonly stemsLabel: string;
}

export const distributionOption =
  ({ classes, series, fitted, classLabel, stemsLabel }: DistributionChart) =>
  ({ token, text, axis }: ChartLook): EChartsCoreOption => ({
    color: TONES.map(token),
    aria: { enabled: true, decal: { show: true } },
    grid: { left: 8, right: 12, top: 68, bottom: 34 },
    legend: { top: 0, textStyle: text },
    tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => `${Number(value).toFixed(1)} ${stemsLabel}` },
    xAxis: {
      type: 'category',
      data: [...classes],
      name: classLabel,
      nameLocation: 'middle',
      nameGap: 30,
      ...axis,
    },
    yAxis: { type: 'value', name: stemsLabel, ...axis, nameTextStyle: { ...text, align: 'left' } },
    series: [
      ...series.map(({ name, stems }) => ({
        type: 'bar',
        stack: 'stems',
        name,
        data: [...stems],
        barCategoryGap: '20%',
      })),
      ...(fitted.every((value) => value === null)
        ? []
        : [
            {
              type: 'line',
              name: t('charts.weibull', 'Weibull'),
              data: [...fitted],
              smooth: true,
              symbol: 'none',
              lineStyle: { color: token('--ink'), width: 3, type: 'dashed' },
              itemStyle: { color: token('--ink') },
            },
          ]),
    ],
  });

/** How the mean and the error went, plot by plot. */
export interface ProgressChart {
  readonly steps: readonly { readonly plots: number; readonly mean: number; readonly errorPct: number | null }[];
  readonly meanLabel: string;
}

export const progressOption =
  ({ steps, meanLabel }: ProgressChart) =>
  ({ token, text, axis }: ChartLook): EChartsCoreOption => ({
    grid: { left: 8, right: 8, top: 68, bottom: 34 },
    legend: { top: 0, textStyle: text },
    tooltip: {
      trigger: 'axis',
      valueFormatter: (value: unknown) => (typeof value === 'number' ? value.toFixed(1) : '—'),
    },
    xAxis: {
      type: 'category',
      data: steps.map(({ plots }) => String(plots)),
      name: t('charts.plots', 'plots'),
      nameLocation: 'middle',
      nameGap: 30,
      ...axis,
    },
    yAxis: [
      { type: 'value', name: meanLabel, min: 0, ...axis, nameTextStyle: { ...text, align: 'left' } },
      {
        type: 'value',
        name: '± %',
        min: 0,
        position: 'right',
        ...axis,
        splitLine: { show: false },
      },
    ],
    series: [
      {
        type: 'line',
        name: meanLabel,
        data: steps.map(({ mean }) => mean),
        symbolSize: 8,
        lineStyle: { color: token('--lichen'), width: 3 },
        itemStyle: { color: token('--lichen') },
      },
      {
        type: 'line',
        name: t('charts.95-interval-of-the-mean', '95 % interval, ± % of the mean'),
        yAxisIndex: 1,
        data: steps.map(({ errorPct }) => errorPct),
        symbol: 'diamond',
        symbolSize: 10,
        lineStyle: { color: token('--bark'), width: 3, type: 'dashed' },
        itemStyle: { color: token('--bark') },
      },
    ],
  });

/** Shares of the species, by basal area. */
export interface SharesChart {
  readonly species: readonly { readonly name: string; readonly sharePct: number }[];
}

export const sharesOption =
  ({ species }: SharesChart) =>
  ({ token, text, axis }: ChartLook): EChartsCoreOption => ({
    aria: { enabled: true },
    grid: { left: 8, right: 56, top: 8, bottom: 34 },
    tooltip: { trigger: 'item', valueFormatter: (value: unknown) => `${Number(value).toFixed(1)} %` },
    xAxis: {
      type: 'value',
      name: t('charts.of-basal-area', '% of basal area'),
      nameLocation: 'middle',
      nameGap: 28,
      ...axis,
    },
    yAxis: { type: 'category', data: species.map(({ name }) => name).reverse(), ...axis },
    series: [
      {
        type: 'bar',
        data: species.map(({ sharePct }) => sharePct).reverse(),
        itemStyle: { color: token('--lichen') },
        label: {
          show: true,
          position: 'right',
          ...text,
          formatter: ({ value }: { readonly value: number }) => `${value.toFixed(1)} %`,
        },
      },
    ],
  });

/** Plots where they lie, as large as their value. */
export interface PlotMapChart {
  /** Metres east and north of the south-western corner. */
  readonly plots: readonly {
    readonly label: string;
    readonly eastM: number;
    readonly northM: number;
    /** Null for a plot that was not walked yet. */
    readonly value: number | null;
  }[];
  readonly outlines: readonly (readonly (readonly [number, number])[])[];
  readonly valueLabel: string;
  /** In whose lengths the map is drawn. */
  readonly system: UnitSystem;
}

export const plotMapOption =
  ({ plots: inMetres, outlines: outlinesM, valueLabel, system }: PlotMapChart) =>
  ({ token, text, axis }: ChartLook): EChartsCoreOption => {
    const unit = system === 'metric' ? 'm' : 'ft';
    const length = (metres: number): number => convert(metres, 'm', unit);
    const plots = inMetres.map(({ eastM, northM, ...plot }) => ({
      ...plot,
      east: length(eastM),
      north: length(northM),
    }));
    const outlines = outlinesM.map((outline) => outline.map(([x, y]) => [length(x), length(y)] as const));
    const most = plots.reduce((highest, { value }) => Math.max(highest, value ?? 0), 0);
    const size = (value: number | null): number =>
      value === null || most === 0 ? 12 : 12 + 26 * Math.sqrt(value / most);
    const points = [...plots.map((plot) => [plot.east, plot.north] as const), ...outlines.flat()];
    const span = (of: 0 | 1) => {
      const values = points.map((point) => point[of]);
      return { low: Math.min(...values), high: Math.max(...values) };
    };
    // One scale for both axes: a map, not a graph.
    const [east, north] = [span(0), span(1)];
    const half = 0.56 * Math.max(east.high - east.low, north.high - north.low, 50);
    // The ends of the axes are where the map ends, not figures to read.
    const label = { axisLabel: { ...text, showMinLabel: false, showMaxLabel: false } };
    const about = ({ low, high }: { low: number; high: number }, by: number) => ({
      min: Math.round((low + high) / 2 - by),
      max: Math.round((low + high) / 2 + by),
    });
    return {
      grid: { left: 8, right: 20, top: 34, bottom: 34 },
      tooltip: { trigger: 'item' },
      xAxis: {
        type: 'value',
        name: t('charts.east', '{unit} east', { unit }),
        nameLocation: 'middle',
        nameGap: 28,
        ...about(east, half),
        ...axis,
        ...label,
      },
      yAxis: {
        type: 'value',
        name: t('charts.north', '{unit} north', { unit }),
        ...about(north, half),
        ...axis,
        ...label,
      },
      series: [
        ...outlines.map((outline) => ({
          type: 'line',
          data: outline.map(([x, y]) => [x, y]),
          symbol: 'none',
          silent: true,
          lineStyle: { color: token('--bark'), width: 2 },
        })),
        {
          type: 'scatter',
          name: valueLabel,
          data: plots.map(({ label, value, ...plot }) => ({
            name: t('charts.plot', 'plot {label}', { label }),
            value: [plot.east, plot.north, value],
            symbolSize: size(value),
            symbol: value === null ? 'emptyCircle' : 'circle',
          })),
          itemStyle: { color: token('--lichen'), borderColor: token('--ink'), borderWidth: 1 },
          label: {
            show: true,
            position: 'bottom',
            ...text,
            formatter: ({ data }: { readonly data: { readonly name: string; readonly value: readonly unknown[] } }) => {
              const value = data.value[2];
              return `${data.name.replace('plot ', '')}${typeof value === 'number' ? ` (${value.toFixed(0)})` : ''}`;
            },
          },
        },
      ],
    };
  };

export type StandChart =
  | { readonly kind: 'distribution'; readonly of: DistributionChart }
  | { readonly kind: 'progress'; readonly of: ProgressChart }
  | { readonly kind: 'shares'; readonly of: SharesChart }
  | { readonly kind: 'map'; readonly of: PlotMapChart };

/** How a chart of a stand is drawn. */
export function standOption(chart: StandChart): (look: ChartLook) => EChartsCoreOption {
  switch (chart.kind) {
    case 'distribution':
      return distributionOption(chart.of);
    case 'progress':
      return progressOption(chart.of);
    case 'shares':
      return sharesOption(chart.of);
    case 'map':
      return plotMapOption(chart.of);
  }
}
