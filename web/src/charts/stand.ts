import type { EChartsCoreOption } from 'echarts/core';
import { localFigure } from '../messages/figures.ts';
import { type ChartLook, legendHeightPx, TONES } from './look.ts';
import { type PlotMapChart, plotMapOption } from './plot-map.ts';
import { t } from '../messages/text.ts';

/** A figure as a tooltip shows it. */
const withUnit =
  (unit: string) =>
  (value: unknown): string =>
    localFigure(`${Number(value).toFixed(1)} ${unit}`.trim());

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
  (look: ChartLook): EChartsCoreOption => {
    const { token, text, axis } = look;
    const hasFit = fitted.some((value) => value !== null);
    const weibull = t('charts.weibull', 'Weibull');
    const legendPx = legendHeightPx([...series.map(({ name }) => name), ...(hasFit ? [weibull] : [])], look);
    return {
      color: TONES.map(token),
      aria: { enabled: true, decal: { show: true } },
      grid: { left: 8, right: 12, top: legendPx + 32, bottom: 34 },
      legend: { top: 0, left: 0, textStyle: text },
      tooltip: { trigger: 'axis', valueFormatter: withUnit(stemsLabel) },
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
        ...(hasFit
          ? [
              {
                type: 'line',
                name: weibull,
                data: [...fitted],
                smooth: true,
                connectNulls: true,
                symbol: 'none',
                lineStyle: { color: token('--ink'), width: 3, type: 'dashed' },
                itemStyle: { color: token('--ink') },
              },
            ]
          : []),
      ],
    };
  };

/** How the mean and the error went, plot by plot. */
export interface ProgressChart {
  readonly steps: readonly { readonly plots: number; readonly mean: number; readonly errorPct: number | null }[];
  readonly meanLabel: string;
  readonly intervalLabel: string;
}

export const progressOption =
  ({ steps, meanLabel, intervalLabel }: ProgressChart) =>
  (look: ChartLook): EChartsCoreOption => {
    const { token, text, axis } = look;
    return {
      grid: { left: 8, right: 8, top: legendHeightPx([meanLabel, intervalLabel], look) + 32, bottom: 34 },
      legend: { top: 0, left: 0, textStyle: text },
      tooltip: {
        trigger: 'axis',
        valueFormatter: (value: unknown) => (typeof value === 'number' ? withUnit('')(value) : '—'),
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
          name: intervalLabel,
          yAxisIndex: 1,
          data: steps.map(({ errorPct }) => errorPct),
          symbol: 'diamond',
          symbolSize: 10,
          lineStyle: { color: token('--bark'), width: 3, type: 'dashed' },
          itemStyle: { color: token('--bark') },
        },
      ],
    };
  };

/** Shares of the species, by basal area. */
export interface SharesChart {
  readonly species: readonly { readonly name: string; readonly sharePct: number }[];
}

export const sharesOption =
  ({ species }: SharesChart) =>
  ({ token, text, axis }: ChartLook): EChartsCoreOption => ({
    aria: { enabled: true },
    grid: { left: 8, right: 56, top: 8, bottom: 34 },
    tooltip: { trigger: 'item', valueFormatter: withUnit('%') },
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
          formatter: ({ value }: { readonly value: number }) => withUnit('%')(value),
        },
      },
    ],
  });

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
