export { DiameterChart, type DiameterChartProps } from './DiameterChart.tsx';
export { printMean, printOr, STAND_UNITS, type StandUnits } from './printing.ts';
