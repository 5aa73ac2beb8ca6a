import { findMethod } from '@arbolito/core/methods';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { Workings } from '../workings/Workings.tsx';
import { t } from '../../../messages/text.ts';

/** The workings of the height that counts, with the reason of its method. */
export function HeightWorkings({ view: { height }, walk }: SheetProps) {
  if (height === null) return null;
  return (
    <Workings
      name={t('tree-sheet.height', 'height')}
      estimate={height}
      walk={walk}
      proof={findMethod(height.methodId)?.description.proof}
    />
  );
}
