import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useChart } from '../../../ui/use-chart.ts';
import type { Pairs } from './estimate.ts';
import { t } from '../../../messages/text.ts';

use([LineChart, ScatterChart, GridComponent, TooltipComponent, MarkLineComponent, SVGRenderer]);

/** The measured units, what y follows of x, and where the mean of all lies. */
export default function PairsChart({ points, line, at }: Pairs) {
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 20, top: 30, bottom: 34, containLabel: true },
      tooltip: { trigger: 'item' },
      xAxis: { type: 'value', name: 'x', nameLocation: 'middle', nameGap: 30, scale: true, ...axis },
      yAxis: { type: 'value', name: 'y', scale: true, ...axis, nameTextStyle: { ...text, align: 'left' } },
      series: [
        {
          type: 'scatter',
          symbolSize: 10,
          itemStyle: { color: token('--sky'), borderColor: token('--ink'), borderWidth: 1 },
          data: points.map((point) => [...point]),
          markLine: {
            symbol: 'none',
            label: { ...text, formatter: t('results.mean-of-the-population', 'mean of the population') },
            lineStyle: { color: token('--paint'), width: 2.5, type: 'dashed' },
            data: [{ xAxis: at }],
          },
        },
        {
          type: 'line',
          showSymbol: false,
          silent: true,
          lineStyle: { color: token('--ink'), width: 2.5 },
          data: line.map((point) => [...point]),
        },
      ],
    }),
    [points, line, at],
  );
  return (
    <div
      ref={element}
      className="h-80 w-full max-w-2xl"
      role="img"
      aria-label={t(
        'results.measured-units-y-over-x',
        '{points} measured units, y over x, with the regression line and the mean of x in the population',
        { points: String(points.length) },
      )}
    />
  );
}
