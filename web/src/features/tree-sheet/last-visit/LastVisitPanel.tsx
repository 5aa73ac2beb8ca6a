import { lazy, Suspense } from 'react';
import type { SheetStore, SheetView } from '../store.ts';

const LastVisitCard = lazy(async () => ({ default: (await import('./LastVisitCard.tsx')).LastVisitCard }));

/** What the visit before left of this tree; its card comes only where there was one. */
export const LastVisitPanel = ({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) =>
  view.lastVisit === undefined ? null : (
    <Suspense fallback={null}>
      <LastVisitCard view={view} store={store} />
    </Suspense>
  );
