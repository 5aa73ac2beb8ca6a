import { BarChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useChart } from '../../../ui/use-chart.ts';
import type { RuleTotal } from './stem-state.ts';
import { t, say } from '../../../messages/text.ts';

use([BarChart, GridComponent, TooltipComponent, SVGRenderer]);

/** What every rule makes of the same logs, side by side. */
export function RulesChart({ totals }: { readonly totals: readonly RuleTotal[] }) {
  const rising = [...totals].sort((a, b) => a.boardFeet - b.boardFeet);
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 60, top: 8, bottom: 30, containLabel: true },
      tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => `${Number(value).toFixed(0)} bf` },
      xAxis: {
        type: 'value',
        name: t('results.board-feet-3', 'Board feet'),
        nameLocation: 'middle',
        nameGap: 28,
        splitNumber: 3,
        ...axis,
      },
      yAxis: { type: 'category', data: rising.map(({ name }) => say(name)), ...axis },
      series: [
        {
          type: 'bar',
          data: rising.map(({ boardFeet }) => Math.round(boardFeet)),
          itemStyle: { color: token('--lichen'), borderColor: token('--ink'), borderWidth: 1 },
          label: { show: true, position: 'right', ...text },
          barCategoryGap: '35%',
        },
      ],
    }),
    [totals],
  );
  return (
    <div
      ref={element}
      className="h-80 w-full"
      role="img"
      aria-label={t('results.board-feet-of-these-logs', 'Board feet of these logs by rule: {join}', {
        join: totals.map(({ name, boardFeet }) => `${say(name)} ${String(Math.round(boardFeet))}`).join(', '),
      })}
    />
  );
}

export default RulesChart;
