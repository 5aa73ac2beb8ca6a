import { convert, type UnitSystem } from '@arbolito/core/units';
import type { EChartsCoreOption } from 'echarts/core';
import { localFigure } from '../messages/figures.ts';
import { t } from '../messages/text.ts';
import { scaleBarLength } from '../ui/drawing/scale-bar.ts';
import type { ChartLook } from './look.ts';

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
  /** In whose lengths the scale is drawn. */
  readonly system: UnitSystem;
}

/** Circle of a plot without trees, the largest and the smallest circle of one with a value, px. */
const OPEN_PX = 12;
const LARGEST_PX = 38;
const SMALLEST_PX = 5;
/** Map on which circles are that large, px; on a smaller one they are smaller. */
const USUAL_WIDTH_PX = 640;
const MARGIN_PX = 30;
/** Room for scale bar and legend below the ground. */
const FOOT_PX = 74;
/** Narrower than this, a circle has no figure beside its label. */
const NARROW_PX = 480;

interface Span {
  readonly low: number;
  readonly high: number;
}

function spanOf(values: readonly number[]): Span {
  return { low: Math.min(...values), high: Math.max(...values) };
}

/** How much wider than high the ground is, within what a page can hold. */
export function plotMapAspect({ plots, outlines }: PlotMapChart): number {
  const points = [...plots.map(({ eastM, northM }) => [eastM, northM] as const), ...outlines.flat()];
  const [east, north] = [spanOf(points.map(([x]) => x)), spanOf(points.map(([, y]) => y))];
  const ratio = Math.max(1, east.high - east.low) / Math.max(1, north.high - north.low);
  return Math.min(1.6, Math.max(0.7, 0.85 * ratio));
}

/** North arrow and scale bar in a corner of the map, and what its circles mean. */
function frameOf(look: ChartLook, pxPerM: number, { system, valueLabel, plots }: PlotMapChart) {
  const { text, token, size } = look;
  const ink = token('--ink');
  const unit = system === 'metric' ? 'm' : 'ft';
  const pxPerUnit = pxPerM * (system === 'metric' ? 1 : convert(1, 'ft', 'm'));
  const bar = scaleBarLength(size.widthPx / 3 / pxPerUnit);
  const barY = size.heightPx - FOOT_PX + 26;
  const words = plots.some(({ value }) => value !== null)
    ? t('charts.map-legend', 'Area of a circle: {valueLabel}. Open circle: no trees yet.', { valueLabel })
    : t('charts.map-legend-plots', 'Circle: plot with its label.');
  const style = { fill: ink, font: `${String(text.fontSize)}px ${text.fontFamily}` };
  return [
    {
      type: 'polyline',
      silent: true,
      shape: {
        points: [
          [10, barY - 6],
          [10, barY],
          [10 + bar * pxPerUnit, barY],
          [10 + bar * pxPerUnit, barY - 6],
        ],
      },
      style: { stroke: ink, fill: 'none', lineWidth: 2 },
    },
    {
      type: 'text',
      silent: true,
      x: 16 + bar * pxPerUnit,
      y: barY - 12,
      style: { ...style, text: `${String(bar)} ${unit}` },
    },
    {
      type: 'polygon',
      silent: true,
      shape: {
        points: [
          [size.widthPx - 18, 8],
          [size.widthPx - 11, 30],
          [size.widthPx - 18, 25],
          [size.widthPx - 25, 30],
        ],
      },
      style: { fill: ink },
    },
    {
      type: 'text',
      silent: true,
      x: size.widthPx - 23,
      y: 34,
      style: { ...style, text: t('charts.north-letter', 'N') },
    },
    {
      type: 'text',
      silent: true,
      x: 10,
      y: barY + 10,
      style: { ...style, text: words, width: size.widthPx - 20, overflow: 'break', lineHeight: 1.3 * text.fontSize },
    },
  ];
}

/** How a map of plots is drawn: one scale for both directions, north up, no axes. */
export const plotMapOption =
  (chart: PlotMapChart) =>
  (look: ChartLook): EChartsCoreOption => {
    const { token, text, size } = look;
    const { plots, outlines, valueLabel } = chart;
    const most = plots.reduce((highest, { value }) => Math.max(highest, value ?? 0), 0);
    const share = Math.min(1, size.widthPx / USUAL_WIDTH_PX);
    // The area stands for the value, so the width goes with its root.
    const circlePx = (value: number | null): number =>
      share * (value === null || most === 0 ? OPEN_PX : Math.max(SMALLEST_PX, LARGEST_PX * Math.sqrt(value / most)));
    const points = [...plots.map(({ eastM, northM }) => [eastM, northM] as const), ...outlines.flat()];
    const [east, north] = [spanOf(points.map(([x]) => x)), spanOf(points.map(([, y]) => y))];
    const innerWidth = Math.max(40, size.widthPx - 2 * MARGIN_PX);
    const innerHeight = Math.max(40, size.heightPx - MARGIN_PX - FOOT_PX);
    const pxPerM = Math.min(
      innerWidth / Math.max(10, east.high - east.low),
      innerHeight / Math.max(10, north.high - north.low),
    );
    const about = ({ low, high }: Span, px: number) => ({
      min: (low + high) / 2 - px / pxPerM / 2,
      max: (low + high) / 2 + px / pxPerM / 2,
    });
    const hasFigures = size.widthPx >= NARROW_PX;
    return {
      grid: { left: MARGIN_PX, right: MARGIN_PX, top: MARGIN_PX, bottom: FOOT_PX, containLabel: false },
      tooltip: { trigger: 'item' },
      xAxis: { type: 'value', show: false, ...about(east, innerWidth) },
      yAxis: { type: 'value', show: false, ...about(north, innerHeight) },
      graphic: frameOf(look, pxPerM, chart),
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
          data: plots.map(({ label, value, eastM, northM }) => ({
            name: label,
            value: [eastM, northM, value],
            symbolSize: circlePx(value),
            symbol: value === null ? 'emptyCircle' : 'circle',
          })),
          itemStyle: { color: token('--lichen'), borderColor: token('--ink'), borderWidth: 1 },
          tooltip: {
            formatter: ({ data }: { readonly data: { readonly name: string; readonly value: readonly unknown[] } }) => {
              const plot = t('charts.plot', 'plot {label}', { label: data.name });
              const value = data.value[2];
              return typeof value === 'number' ? `${plot}<br>${valueLabel} ${localFigure(value.toFixed(1))}` : plot;
            },
          },
          labelLayout: { hideOverlap: true },
          label: {
            show: true,
            position: 'bottom',
            ...text,
            formatter: ({ data }: { readonly data: { readonly name: string; readonly value: readonly unknown[] } }) => {
              const value = data.value[2];
              return hasFigures && typeof value === 'number' ? `${data.name} (${value.toFixed(0)})` : data.name;
            },
          },
        },
      ],
    };
  };
