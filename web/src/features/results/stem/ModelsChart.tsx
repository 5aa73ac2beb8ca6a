import { BarChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useChart } from '../../../ui/use-chart.ts';
import type { WoodUnits } from '../prices/wood-units.ts';
import type { SaidVolume } from './stem-state.ts';
import { localFigure } from '../../../messages/figures.ts';
import { say } from '../../../messages/text.ts';

use([BarChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

interface ModelsChartProps {
  readonly title: string;
  readonly volumes: readonly SaidVolume[];
  /** What they are held against. */
  readonly profileM3: number;
  readonly units: WoodUnits;
}

const ROW_PX = 34;

/** What several ways say of one volume, beside what the profile sums up to. */
export function ModelsChart({ title, volumes, profileM3, units }: ModelsChartProps) {
  const rows = volumes.toReversed();
  const shown = (m3: number): string => localFigure(units.printVolume(m3));
  const apart = (m3: number): string => {
    const percent = 100 * (m3 / profileM3 - 1);
    return localFigure(`${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(1)} %`);
  };
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 110, top: 6, bottom: 26, containLabel: true },
      tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => `${shown(Number(value))} ${units.volume}` },
      xAxis: {
        type: 'value',
        splitNumber: 3,
        ...axis,
        axisLabel: { ...text, hideOverlap: true, formatter: (value: number) => shown(value) },
      },
      yAxis: {
        type: 'category',
        data: rows.map(({ name }) => say(name)),
        ...axis,
        axisLabel: { ...text, width: 200, overflow: 'break' },
      },
      series: [
        {
          type: 'bar',
          data: rows.map(({ volumeM3 }) => volumeM3),
          itemStyle: { color: token('--lichen'), borderColor: token('--ink'), borderWidth: 1 },
          label: {
            show: true,
            position: 'right',
            ...text,
            backgroundColor: token('--paper'),
            padding: [1, 4],
            formatter: ({ value }: { value: unknown }) => `${shown(Number(value))}  ${apart(Number(value))}`,
          },
          barCategoryGap: '30%',
          markLine: {
            symbol: 'none',
            silent: true,
            label: { show: false },
            lineStyle: { color: token('--paint'), width: 2, type: 'dashed' },
            data: [{ xAxis: profileM3 }],
          },
        },
      ],
    }),
    [volumes, profileM3, units],
  );
  return (
    <div
      ref={element}
      className="w-full"
      style={{ height: `${volumes.length * ROW_PX + 34}px` }}
      role="img"
      aria-label={`${title}: ${volumes.map(({ name, volumeM3 }) => `${say(name)} ${shown(volumeM3)} ${units.volume}`).join(', ')}`}
    />
  );
}

export default ModelsChart;
