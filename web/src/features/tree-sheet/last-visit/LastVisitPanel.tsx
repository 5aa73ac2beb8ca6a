import type { SheetStore, SheetView } from '../store.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const LastVisitCard = onDemand(async () => ({ default: (await import('./LastVisitCard.tsx')).LastVisitCard }));

/** What the visit before left of this tree; its card comes only where there was one. */
export const LastVisitPanel = ({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) =>
  view.lastVisit === undefined ? null : <LastVisitCard view={view} store={store} />;
