import type { Finding, Term, Workbook } from '../uncertainty/index.ts';
import type { Diagnosis, MethodContext } from '../measurement/index.ts';
import { convert, type UnitId } from '../units/index.ts';
import { step } from './sights.ts';
import { HEIGHT_FINDINGS, heightFinding } from './height-findings.ts';

/** A distance to the bark with half the trunk added, where the dbh is known. */
export function halfTrunk(toBark: Term, unit: UnitId, rule: string, context: MethodContext, book: Workbook): Term {
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
          'Half the trunk is not added yet',
          'This distance ends at the bark, and the top stands over the axis. Type the diameter, and half of it is added.',
        ),
      ]
    : [];
