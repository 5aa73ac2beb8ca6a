import { ScatterChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { LocalTable } from '@arbolito/core/volume';
import { useChart } from '../../../ui/use-chart.ts';
import { t } from '../../../messages/text.ts';

use([ScatterChart, GridComponent, TooltipComponent, MarkLineComponent, SVGRenderer]);

/** How far each stem lies from the table, in percent, against its volume. */
export function ResidualChart({ table }: { readonly table: LocalTable }) {
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 20, top: 30, bottom: 34, containLabel: true },
      tooltip: { trigger: 'item', valueFormatter: (value: unknown) => String(value) },
      xAxis: {
        type: 'value',
        name: t('results.volume-by-the-table-m', 'Volume by the table, m³'),
        nameLocation: 'middle',
        nameGap: 30,
        ...axis,
      },
      yAxis: {
        type: 'value',
        name: t('results.residual', 'Residual, %'),
        ...axis,
        nameTextStyle: { ...text, align: 'left' },
      },
      series: [
        {
          type: 'scatter',
          symbolSize: 9,
          itemStyle: { color: token('--sky'), borderColor: token('--ink'), borderWidth: 1 },
          data: table.residuals.map(({ stem, residualM3, share }) => [
            Number((stem.volumeM3 - residualM3).toFixed(3)),
            Number((share * 100).toFixed(1)),
          ]),
          markLine: {
            symbol: 'none',
            label: { show: false },
            lineStyle: { color: token('--paint'), width: 2.5, type: 'solid' },
            data: [{ yAxis: 0 }],
          },
        },
      ],
    }),
    [table],
  );
  const largest = Math.max(...table.residuals.map(({ share }) => Math.abs(share)));
  return (
    <div
      ref={element}
      className="h-80 w-full"
      role="img"
      aria-label={t(
        'results.residuals-of-stems-over-their',
        'Residuals of {residuals} stems over their volume; the largest is {toFixed} %',
        { residuals: table.residuals.length, toFixed: (largest * 100).toFixed(0) },
      )}
    />
  );
}

export default ResidualChart;
