import { BarChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useChart } from '../../ui/use-chart.ts';

use([BarChart, GridComponent, TooltipComponent, LegendComponent, AriaComponent, SVGRenderer]);

export interface DiameterChartProps {
  /** Names of the classes, in the survey's unit, without gaps. */
  readonly classes: readonly number[];
  readonly series: readonly { readonly name: string; readonly stems: readonly number[] }[];
  readonly classLabel: string;
  readonly stemsLabel: string;
}

/** Patterns tell the species apart where colours cannot; tones come from the theme. */
const TONES = ['--lichen', '--bark', '--sky', '--paint', '--edge', '--ink'] as const;

/** Stems by diameter class, stacked by species. */
export function DiameterChart({ classes, series, classLabel, stemsLabel }: DiameterChartProps) {
  const element = useChart(
    ({ token, text, axis }) => ({
      color: TONES.map(token),
      aria: { enabled: true, decal: { show: true } },
      grid: { left: 8, right: 12, top: 44, bottom: 34, containLabel: true },
      legend: { top: 4, textStyle: text },
      tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => `${Number(value).toFixed(1)} ${stemsLabel}` },
      xAxis: {
        type: 'category',
        data: classes.map(String),
        name: classLabel,
        nameLocation: 'middle',
        nameGap: 30,
        ...axis,
      },
      yAxis: { type: 'value', name: stemsLabel, ...axis },
      series: series.map(({ name, stems }) => ({
        type: 'bar',
        stack: 'stems',
        name,
        data: [...stems],
        barCategoryGap: '20%',
      })),
    }),
    [classes, series, classLabel, stemsLabel],
  );
  return (
    <div
      ref={element}
      className="h-80 w-full"
      role="img"
      aria-label={`${stemsLabel} by ${classLabel} and species; the figures stand in the table`}
    />
  );
}
