export { TreeSheet, type TreeSheetProps } from './TreeSheet.tsx';
export type { SheetSettings } from './store.ts';
export { TapeReader, WhereToTape } from './on-demand.tsx';
