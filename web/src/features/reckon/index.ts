export { StandChartView } from './stand-charts/StandCharts.tsx';
export { HeightCurvePage } from './height-curve/HeightCurvePage.tsx';
export { LocalTablePage } from './local-table/LocalTablePage.tsx';
export { LocalTaperPage } from './local-taper/LocalTaperPage.tsx';
export { OneLogPage } from './one-log/OneLogPage.tsx';
export { StandLogsPage } from './stand-logs/StandLogsPage.tsx';
export { StemPage } from './stem/StemPage.tsx';
export { WoodForm } from './wood-form/WoodForm.tsx';
