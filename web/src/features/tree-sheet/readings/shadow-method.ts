import type { SheetView } from '../store.ts';

/** Whether the height of the sheet is measured by shadows. */
export const measuresShadows = ({ draft }: SheetView): boolean => draft.height.methodId === 'height.shadow';
