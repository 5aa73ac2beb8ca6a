import type { Finding, Term, Workbook } from '../uncertainty/index.ts';
import type { Diagnosis, MethodContext } from '../measurement/index.ts';
import { convert, type UnitId } from '../units/index.ts';
import { step } from './sights.ts';
import { HEIGHT_FINDINGS, heightFinding } from './height-findings.ts';
import { message, type Text } from '../message/index.ts';

/** A distance to the bark with half the trunk added, where the dbh is known. */
export function halfTrunk(toBark: Term, unit: UnitId, rule: Text, context: MethodContext, book: Workbook): Term {
  if (context.dbhCm === undefined) return toBark;
  const dbh = book.stated(convert(context.dbhCm, 'cm', unit), 3);
  return step(
    book,
    [toBark, dbh],
    (d, thick) => d + thick / 2,
    (d, thick) => `${d} + ${thick} ÷ 2`,
    {
      decimals: 3,
      unit,
      rule,
      source: 'half the diameter from the bark to the axis',
    },
  );
}

/** Says that half the trunk is missing while nobody knows the dbh. */
export const diagnoseHalfTrunk = ({ context }: Diagnosis, reading: string): Finding[] =>
  context.dbhCm === undefined
    ? [
        heightFinding(
          HEIGHT_FINDINGS.noHalfTrunk,
          'note',
          reading,
          message('height.half-the-diameter-is-not', 'Half the diameter is not added yet'),
          message(
            'height.this-distance-ends-at-the',
            'This distance ends at the bark, but the top is above the axis. Enter the diameter, and half of it is added.',
          ),
        ),
      ]
    : [];
