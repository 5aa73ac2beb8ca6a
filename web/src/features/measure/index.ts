export { TreeSheet, type TreeSheetProps } from './TreeSheet.tsx';
export type { SheetSettings } from './store.ts';
export { WhereToTape } from './where-to-tape/Guide.tsx';
