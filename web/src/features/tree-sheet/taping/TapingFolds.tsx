import { lazy } from 'react';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { LazyBoundary } from '../../../ui/feedback/LazyBoundary.tsx';
import type { SheetStore, SheetView } from '../store.ts';
import { t } from '../../../messages/text.ts';

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
      <Disclosure title={t('tree-sheet.recorded-dbh-by-the-field', 'Recorded dbh, by the field rules')}>
        {() => (
          <LazyBoundary>
            <Record view={view} />
          </LazyBoundary>
        )}
      </Disclosure>
      <Disclosure title={t('tree-sheet.other-sources-of-error', 'Other sources of error')}>
        {() => (
          <LazyBoundary>
            <Errors view={view} />
          </LazyBoundary>
        )}
      </Disclosure>
      <Disclosure title={t('tree-sheet.mark-on-the-bark', 'Mark on the bark')}>
        {() => (
          <LazyBoundary>
            <Mark view={view} store={store} />
          </LazyBoundary>
        )}
      </Disclosure>
    </div>
  );
}
