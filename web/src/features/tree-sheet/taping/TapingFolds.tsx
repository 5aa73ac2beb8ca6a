import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import type { SheetStore, SheetView } from '../store.ts';
import { t } from '../../../messages/text.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

// Each is fetched when it is first unfolded: the sheet itself stays light.
const Record = onDemand(async () => ({ default: (await import('./TapingInside.tsx')).RecordedTaping }));
const Errors = onDemand(async () => ({ default: (await import('./TapingInside.tsx')).TapingErrors }));
const Mark = onDemand(async () => ({ default: (await import('./TapingInside.tsx')).BarkMark }));

interface TapingFoldsProps {
  readonly view: SheetView;
  readonly store: SheetStore;
}

/** What goes on the record and why, what else moves the diameter, and the mark on the bark: folded away until wanted. */
export function TapingFolds({ view, store }: TapingFoldsProps) {
  return (
    <div>
      <Disclosure title={t('tree-sheet.recorded-dbh-by-the-field', 'Recorded dbh, by the field rules')}>
        {() => <Record view={view} />}
      </Disclosure>
      <Disclosure title={t('tree-sheet.other-sources-of-error', 'Other sources of error')}>
        {() => <Errors view={view} />}
      </Disclosure>
      <Disclosure title={t('tree-sheet.mark-on-the-bark', 'Mark on the bark')}>
        {() => <Mark view={view} store={store} />}
      </Disclosure>
    </div>
  );
}
