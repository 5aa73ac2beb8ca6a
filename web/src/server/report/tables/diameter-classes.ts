import type { StandSummary } from '../../../contracts/views.ts';
import { classLimits, classWidth } from '@arbolito/core/protocol';
import type { ClassRow } from '@arbolito/core/inventory';
import { printAsRead } from '@arbolito/core/units';
import { t } from '../../../messages/text.ts';

/** So many classes without stems are shown about one that has some. */
const MOST_EMPTY_SHOWN = 3;

/** Classes from the thinnest to the thickest, with and without a long stretch of empty ones, and the species that are there. */
export function classesOf({
  sums,
  survey,
}: {
  readonly survey: StandSummary['survey'];
  readonly sums: Pick<StandSummary['sums'], 'classes'>;
}) {
  const { width, unit } = classWidth(survey.fieldRules.classes.width);
  const named = sums.classes.map(({ diameterClass }) => diameterClass);
  const first = Math.min(...named);
  const every =
    named.length === 0
      ? []
      : Array.from({ length: Math.round((Math.max(...named) - first) / width) + 1 }, (_, i) => first + i * width);
  // A long stretch without stems, up to one thick tree, is left out.
  const has = (at: number): boolean => named.includes(every[at] ?? NaN);
  const classes = every.filter((_, i) =>
    Array.from({ length: 2 * MOST_EMPTY_SHOWN + 1 }, (__, j) => i - MOST_EMPTY_SHOWN + j).some(has),
  );
  const present = survey.species.filter(({ code }) => sums.classes.some(({ speciesCode }) => speciesCode === code));
  return { classes, every, present, width, unit, hasGaps: classes.length < every.length };
}

export const totalOfClasses = (rows: readonly ClassRow[], of: (row: ClassRow) => number | null): number | null =>
  rows.reduce<number | null>((sum, row) => {
    const value = of(row);
    return sum === null || value === null ? null : sum + value;
  }, 0);

export function classWords(
  { classes, width, unit, hasGaps }: ReturnType<typeof classesOf>,
  survey: StandSummary['survey'],
): string {
  const rule = survey.fieldRules.classes;
  const [first] = classes;
  if (first === undefined) return '';
  const { from, to } = classLimits(first, rule);
  return t(
    'report.classes-of-named-by-class',
    'Classes of {width} {unit}, named by {value}: class {first} holds {from} to under {to} {unit2}.{value2}',
    {
      width,
      unit,
      value:
        rule.place === 'down'
          ? t('report.their-lower-limit', 'their lower limit')
          : t('report.their-midpoint', 'their midpoint'),
      first,
      from: printAsRead(from),
      to: printAsRead(to),
      unit2: unit,
      value2: hasGaps ? t('report.long-runs-of-empty-classes', ' Long runs of empty classes are left out.') : '',
    },
  );
}
