import { t } from '../../../messages/text.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { LogFields } from './LogFields.tsx';
import { OtherDiameters } from './OtherDiameters.tsx';
import { TreePlaceFields } from './TreePlaceFields.tsx';
import { UpperDiameters } from './UpperDiameters.tsx';

/** What is in the stem, its logs and board feet and diameters again and further up, and where the tree stands. */
export function LogsAndUppers(props: SheetProps) {
  return (
    <section aria-label={t('tree-sheet.logs-and-uppers', 'Logs, more diameters, position')} className="grid gap-3">
      <LogFields {...props} />
      <OtherDiameters {...props} />
      <UpperDiameters {...props} />
      <TreePlaceFields {...props} />
    </section>
  );
}
