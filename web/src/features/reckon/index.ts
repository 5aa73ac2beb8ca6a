export { DiameterChart, type DiameterChartProps } from './DiameterChart.tsx';
