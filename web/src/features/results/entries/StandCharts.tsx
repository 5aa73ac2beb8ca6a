import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GraphicComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { ChartLook } from '../../../charts/look.ts';
import { plotMapAspect } from '../../../charts/plot-map.ts';
import { type StandChart, standOption } from '../../../charts/stand.ts';
import { useChart } from '../../../ui/use-chart.ts';
import { t } from '../../../messages/text.ts';

use([
  BarChart,
  LineChart,
  ScatterChart,
  GraphicComponent,
  GridComponent,
  TooltipComponent,
  LegendComponent,
  AriaComponent,
  SVGRenderer,
]);

export interface StandChartViewProps {
  readonly chart: StandChart;
  /** What it shows, said where it cannot be seen. */
  readonly label: string;
}

/** One chart of a stand; its figures stand in the table beside it. */
export function StandChartView({ chart, label }: StandChartViewProps) {
  const element = useChart((look: ChartLook) => standOption(chart)(look), [chart]);
  return (
    <div
      ref={element}
      className={chart.kind === 'map' ? 'w-full max-w-3xl' : 'h-80 w-full'}
      style={chart.kind === 'map' ? { aspectRatio: plotMapAspect(chart.of) } : {}}
      role="img"
      aria-label={t('results.the-table-holds-the-same', '{label}; the table holds the same values', { label })}
    />
  );
}
