export { TreeSheet, type TreeSheetProps } from './TreeSheet.tsx';
export type { SheetSettings } from './store.ts';
export { LazyTapeReader, LazyWhereToTape } from './on-demand.tsx';
