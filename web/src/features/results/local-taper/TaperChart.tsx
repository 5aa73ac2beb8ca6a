import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { TaperSections } from '@arbolito/core/taper';
import { useChart } from '../../../ui/use-chart.ts';
import { t } from '../../../messages/text.ts';

use([LineChart, ScatterChart, GridComponent, TooltipComponent, SVGRenderer]);

interface TaperChartProps {
  readonly sections: TaperSections;
  readonly shareAt: (z: number) => number;
}

const STEPS = 80;

/** Every section as shares of its tree's height and dbh, and the taper through them. */
export function TaperChart({ sections, shareAt }: TaperChartProps) {
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 20, top: 30, bottom: 34, containLabel: true },
      tooltip: { trigger: 'item' },
      xAxis: {
        type: 'value',
        min: 0,
        max: 1,
        name: t('results.relative-height', 'Relative height'),
        nameLocation: 'middle',
        nameGap: 30,
        ...axis,
      },
      yAxis: {
        type: 'value',
        min: 0,
        name: t('results.relative-diameter-diameter-dbh', 'Relative diameter (diameter ÷ dbh)'),
        ...axis,
        nameTextStyle: { ...text, align: 'left' },
      },
      series: [
        {
          type: 'scatter',
          symbolSize: 6,
          itemStyle: { color: token('--sky'), opacity: 0.7 },
          data: Array.from(sections.diameterCm, (diameterCm, i) => [
            Number(((sections.atM[i] ?? 0) / (sections.heightM[i] ?? 1)).toFixed(3)),
            Number((diameterCm / (sections.dbhCm[i] ?? 1)).toFixed(3)),
          ]),
        },
        {
          type: 'line',
          showSymbol: false,
          silent: true,
          lineStyle: { color: token('--paint'), width: 3 },
          data: Array.from({ length: STEPS + 1 }, (_, i) => [i / STEPS, shareAt(i / STEPS)]),
        },
      ],
    }),
    [sections, shareAt],
  );
  return (
    <div
      ref={element}
      className="h-96 w-full"
      role="img"
      aria-label={t('results.sections-and-the-fitted-taper', '{diameterCm} sections and the fitted taper: {join}', {
        diameterCm: sections.diameterCm.length,
        join: [0.1, 0.3, 0.5, 0.7, 0.9]
          .map((z) =>
            t('results.of-the-dbh-at-of', '{toFixed} % of the dbh at {z} % of the height', {
              toFixed: (100 * shareAt(z)).toFixed(0),
              z: z * 100,
            }),
          )
          .join(', '),
      })}
    />
  );
}

export default TaperChart;
