export { TreeSheet, type TreeSheetProps } from './TreeSheet.tsx';
export type { SheetSettings } from './store.ts';
export { TapeReader } from './tape-close-up/TapeReader.tsx';
export { WhereToTape } from './where-to-tape/Guide.tsx';
