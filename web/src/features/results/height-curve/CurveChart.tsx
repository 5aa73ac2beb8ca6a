import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { HeightCurve } from '@arbolito/core/height-curve';
import type { StandUnits } from '@arbolito/core/units';
import { useChart } from '../../../ui/use-chart.ts';
import type { MeasuredTree } from './curve-state.ts';
import { t } from '../../../messages/text.ts';

use([LineChart, ScatterChart, GridComponent, TooltipComponent, SVGRenderer]);

interface CurveChartProps {
  readonly trees: readonly MeasuredTree[];
  readonly curve: HeightCurve;
  readonly units: StandUnits;
}

const STEPS = 60;

/** Measured heights over their diameters, the curve through them and where nineteen trees in twenty lie. */
export function CurveChart({ trees, curve, units }: CurveChartProps) {
  const [low, high] = curve.rangeCm;
  const at = Array.from({ length: STEPS + 1 }, (_, i) => low + ((high - low) * i) / STEPS);
  const line = (of: (dbhCm: number) => number) =>
    at.map((dbhCm) => [Number(units.diameterOf(dbhCm).toFixed(2)), Number(units.heightOf(of(dbhCm)).toFixed(2))]);
  const element = useChart(
    ({ token, text, axis }) => ({
      grid: { left: 8, right: 20, top: 30, bottom: 34, containLabel: true },
      tooltip: { trigger: 'item' },
      xAxis: {
        type: 'value',
        min: 0,
        name: t('results.dbh', 'dbh, {diameter}', { diameter: units.diameter }),
        nameLocation: 'middle',
        nameGap: 30,
        ...axis,
      },
      yAxis: {
        type: 'value',
        min: 0,
        name: t('results.height-2', 'Height, {height}', { height: units.height }),
        ...axis,
        nameTextStyle: { ...text, align: 'left' },
      },
      series: [
        ...[false, true].map((inDoubt) => ({
          type: 'scatter',
          symbol: inDoubt ? 'diamond' : 'circle',
          symbolSize: inDoubt ? 13 : 9,
          itemStyle: {
            color: inDoubt ? token('--sheet') : token('--sky'),
            borderColor: inDoubt ? token('--paint-ink') : token('--ink'),
            borderWidth: inDoubt ? 2 : 1,
          },
          data: trees
            .filter((tree) => tree.inDoubt === inDoubt)
            .map(({ dbhCm, heightM, plotLabel, tag }) => ({
              name: t('results.plot-tree', 'plot {plotLabel}, tree {tag}', { plotLabel, tag }),
              value: [Number(units.diameterOf(dbhCm).toFixed(1)), Number(units.heightOf(heightM).toFixed(2))],
            })),
        })),
        {
          type: 'line',
          showSymbol: false,
          silent: true,
          lineStyle: { color: token('--paint'), width: 3 },
          data: line(curve.heightM),
        },
        ...[-2, 2].map((times) => ({
          type: 'line',
          showSymbol: false,
          silent: true,
          lineStyle: { color: token('--ink'), width: 1.5, type: 'dashed' },
          data: line((dbhCm) => curve.heightM(dbhCm) + times * curve.errorsM(dbhCm).tree),
        })),
      ],
    }),
    [trees, curve, units],
  );
  return (
    <div
      ref={element}
      className="h-96 w-full"
      role="img"
      aria-label={t(
        'results.measured-heights-and-their-curve',
        '{trees} measured heights and their curve, from {toFixed} {height} at {toFixed2} {diameter} to {toFixed3} {height} at {toFixed4} {diameter}',
        {
          trees: trees.length,
          toFixed: units.heightOf(curve.heightM(low)).toFixed(1),
          toFixed2: units.diameterOf(low).toFixed(1),
          toFixed3: units.heightOf(curve.heightM(high)).toFixed(1),
          toFixed4: units.diameterOf(high).toFixed(1),
          height: units.height,
          diameter: units.diameter,
        },
      )}
    />
  );
}

export default CurveChart;
