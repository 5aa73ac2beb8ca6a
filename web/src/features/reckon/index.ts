export { DiameterChart, type DiameterChartProps } from './DiameterChart.tsx';
export { StemPage } from './stem/StemPage.tsx';
export { LocalTablePage } from './local-table/LocalTablePage.tsx';
