import { lazy } from 'react';
import { Fold } from '../../../ui/Fold.tsx';
import { Late } from '../../../ui/Late.tsx';
import type { SheetStore, SheetView } from '../store.ts';

// Each is fetched when it is first unfolded: the sheet itself stays light.
const Record = lazy(async () => ({ default: (await import('./TapingInside.tsx')).Record }));
const Errors = lazy(async () => ({ default: (await import('./TapingInside.tsx')).Errors }));
const Mark = lazy(async () => ({ default: (await import('./TapingInside.tsx')).Mark }));

interface TapingFoldsProps {
  readonly view: SheetView;
  readonly store: SheetStore;
}

/** What goes on the record and why, what else moves the diameter, and the mark on the bark: folded away until wanted. */
export function TapingFolds({ view, store }: TapingFoldsProps) {
  return (
    <div>
      <Fold title="what goes on the record, by the field rules">
        {() => (
          <Late>
            <Record view={view} />
          </Late>
        )}
      </Fold>
      <Fold title="what else moves this diameter">
        {() => (
          <Late>
            <Errors view={view} />
          </Late>
        )}
      </Fold>
      <Fold title="the mark on the bark">
        {() => (
          <Late>
            <Mark view={view} store={store} />
          </Late>
        )}
      </Fold>
    </div>
  );
}
