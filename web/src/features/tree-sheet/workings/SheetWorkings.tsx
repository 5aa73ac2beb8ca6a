import { HeightWorkings } from '../heights/HeightWorkings.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { Workings } from './Workings.tsx';
import { t } from '../../../messages/text.ts';

/** The workings of every figure that the sheet has so far. */
export function SheetWorkings(props: SheetProps) {
  const { dbh, reckoned } = props.view;
  return (
    <>
      <HeightWorkings {...props} />
      {dbh !== null && <Workings name={t('tree-sheet.dbh', 'dbh')} estimate={dbh} />}
      {reckoned.volume !== null && <Workings name={t('tree-sheet.volume-2', 'volume')} estimate={reckoned.volume} />}
    </>
  );
}
