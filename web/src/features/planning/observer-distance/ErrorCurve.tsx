import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { Expected } from '@arbolito/core/height';
import { useChart } from '../../../ui/use-chart.ts';
import { t } from '../../../messages/text.ts';

use([LineChart, GridComponent, TooltipComponent, LegendComponent, MarkLineComponent, SVGRenderer]);

export interface ErrorCurveProps {
  readonly curve: readonly Expected[];
  readonly bestM: number;
}

/** Beyond so many times the best error the curve is cut: what is hopeless needs no room. */
const SHOWN_UP_TO = 6;

/** The error to expect against the distance, in its parts. */
export function ErrorCurve({ curve, bestM }: ErrorCurveProps) {
  const least = Math.min(...curve.map(({ totalM }) => totalM));
  const series = (
    name: string,
    of: (point: Expected) => number,
    tone: string,
    type: 'solid' | 'dashed' | 'dotted',
  ) => ({
    name,
    type: 'line',
    showSymbol: false,
    lineStyle: { width: type === 'solid' ? 3.5 : 2, type, color: tone },
    itemStyle: { color: tone },
    data: curve.map((point) => [point.distanceM, of(point)]),
  });
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 16, top: 76, bottom: 34, containLabel: true },
      legend: { top: 4, textStyle: text },
      tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => `${Number(value).toFixed(2)} m` },
      xAxis: {
        type: 'value',
        name: t('planning.distance-m', 'Distance, m'),
        nameLocation: 'middle',
        nameGap: 30,
        min: 'dataMin',
        ...axis,
      },
      yAxis: { type: 'value', name: '± m', min: 0, max: Number((least * SHOWN_UP_TO).toPrecision(2)), ...axis },
      series: [
        {
          ...series(t('planning.total', 'total'), ({ totalM }) => totalM, token('--ink'), 'solid'),
          markLine: {
            symbol: 'none',
            label: { formatter: t('planning.stand-here', 'stand here'), position: 'middle', ...text },
            lineStyle: { color: token('--paint'), width: 3, type: 'solid' },
            data: [{ xAxis: bestM }],
          },
        },
        series(
          t('planning.sights-and-distance', 'sights and distance'),
          ({ standardErrorM }) => standardErrorM,
          token('--sky'),
          'dashed',
        ),
        series(
          t('planning.near-edge-of-the-crown', 'near edge of the crown'),
          ({ crownErrorM }) => crownErrorM,
          token('--lichen'),
          'dotted',
        ),
      ],
    }),
    [curve, bestM],
  );
  return (
    <div
      ref={element}
      className="h-72 w-full"
      role="img"
      aria-label={t(
        'planning.expected-error-by-distance-smallest',
        'Expected error by distance; smallest at {toFixed} m',
        { toFixed: bestM.toFixed(1) },
      )}
    />
  );
}

export default ErrorCurve;
