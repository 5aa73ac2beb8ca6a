import { lazy } from 'react';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { LazyBoundary } from '../../../ui/feedback/LazyBoundary.tsx';
import type { SheetStore, SheetView } from '../store.ts';

// Each is fetched when it is first unfolded: the sheet itself stays light.
const Record = lazy(async () => ({ default: (await import('./TapingInside.tsx')).RecordedTaping }));
const Errors = lazy(async () => ({ default: (await import('./TapingInside.tsx')).TapingErrors }));
const Mark = lazy(async () => ({ default: (await import('./TapingInside.tsx')).BarkMark }));

interface TapingFoldsProps {
  readonly view: SheetView;
  readonly store: SheetStore;
}

/** What goes on the record and why, what else moves the diameter, and the mark on the bark: folded away until wanted. */
export function TapingFolds({ view, store }: TapingFoldsProps) {
  return (
    <div>
      <Disclosure title="what goes on the record, by the field rules">
        {() => (
          <LazyBoundary>
            <Record view={view} />
          </LazyBoundary>
        )}
      </Disclosure>
      <Disclosure title="what else moves this diameter">
        {() => (
          <LazyBoundary>
            <Errors view={view} />
          </LazyBoundary>
        )}
      </Disclosure>
      <Disclosure title="the mark on the bark">
        {() => (
          <LazyBoundary>
            <Mark view={view} store={store} />
          </LazyBoundary>
        )}
      </Disclosure>
    </div>
  );
}
