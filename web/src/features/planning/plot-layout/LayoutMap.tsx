import { LineChart, ScatterChart } from 'echarts/charts';
import { GraphicComponent, GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { UnitSystem } from '@arbolito/core/units';
import { plotMapAspect, plotMapOption, type PlotMapChart } from '../../../charts/plot-map.ts';
import { useChart } from '../../../ui/use-chart.ts';
import type { Plan } from './layout-state.ts';
import { t } from '../../../messages/text.ts';

use([LineChart, ScatterChart, GraphicComponent, GridComponent, TooltipComponent, SVGRenderer]);

/** The planned plots in their outline. */
export default function LayoutMap({ plan, system }: { readonly plan: Plan; readonly system: UnitSystem }) {
  const chart: PlotMapChart = {
    plots: plan.plots.map(({ number, at }) => ({ label: String(number), ...at, value: null })),
    outlines: plan.outlines.flatMap(({ rings }) =>
      rings.map((ring) => [...ring, ...ring.slice(0, 1)].map(({ eastM, northM }) => [eastM, northM] as const)),
    ),
    valueLabel: t('planning.plots-on-map', 'plots'),
    system,
  };
  const element = useChart(plotMapOption(chart), [plan, system]);
  return (
    <div
      ref={element}
      className="w-full"
      style={{ aspectRatio: plotMapAspect(chart) }}
      role="img"
      aria-label={t(
        'planning.map-of-the-planned-plots',
        'Map of the planned plots; the table holds bearings and distances',
      )}
    />
  );
}
