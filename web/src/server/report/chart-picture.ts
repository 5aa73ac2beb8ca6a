import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GraphicComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { chartLook } from '../../charts/look.ts';
import { type StandChart, standOption } from '../../charts/stand.ts';

use([
  BarChart,
  LineChart,
  ScatterChart,
  GraphicComponent,
  GridComponent,
  LegendComponent,
  TooltipComponent,
  AriaComponent,
  SVGRenderer,
]);

/** Tones of the day on white paper. */
const PAPER: Readonly<Record<string, string>> = {
  '--ink': '#1e2b25',
  '--bark': '#8a5a3a',
  '--lichen': '#6f8757',
  '--sky': '#3f6c8c',
  '--paint': '#b3471a',
  '--edge': '#6b6a5c',
  '--line': '#d9d4c4',
};

/** A chart as a picture of lines, for print: the same option as on the screen. */
export function chartPicture(chart: StandChart, width: number, height: number, fontFamily: string): string {
  const drawn = init(null, null, { renderer: 'svg', ssr: true, width, height });
  const look = chartLook((name) => PAPER[name] ?? '#1e2b25', fontFamily, { widthPx: width, heightPx: height }, 11);
  try {
    drawn.setOption({ animation: false, textStyle: look.text, ...standOption(chart)(look), aria: { enabled: false } });
    return drawn.renderToSVGString();
  } finally {
    drawn.dispose();
  }
}
