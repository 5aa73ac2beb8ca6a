import { HeightWorkings } from '../heights/HeightWorkings.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { Workings } from './Workings.tsx';

/** The workings of every figure that the sheet has so far. */
export function SheetWorkings(props: SheetProps) {
  const { dbh, reckoned } = props.view;
  return (
    <>
      <HeightWorkings {...props} />
      {dbh !== null && <Workings name="dbh" estimate={dbh} />}
      {reckoned.volume !== null && <Workings name="volume" estimate={reckoned.volume} />}
    </>
  );
}
