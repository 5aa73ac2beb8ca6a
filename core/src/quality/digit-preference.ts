import { binomialTail } from '../statistics/index.ts';
import { type CheckedTree, type DigitCount, type PlotChecks, type SurveyPoint, UNLIKELY } from './checked-survey.ts';
import { printRounded } from '../units/index.ts';
import { message } from '../message/index.ts';

const LEAST_DIGITS = 30;

/** Whether a number ends in .0 or .5 when it is read in tenths. */
const isHalf = (value: number): boolean => Math.round(value * 10) % 5 === 0;

const added = (sum: DigitCount | undefined, { readings, halves }: DigitCount): DigitCount => ({
  readings: (sum?.readings ?? 0) + readings,
  halves: (sum?.halves ?? 0) + halves,
});

/** Diameters of a plot by observer, and how many of them end in .0 or .5. */
export function digitCounts(trees: readonly CheckedTree[]): ReadonlyMap<string, DigitCount> {
  const counts = new Map<string, DigitCount>();
  for (const { observer, readings } of trees)
    for (const { measure, unit, value } of readings) {
      if (measure !== 'diameter' || (unit !== 'cm' && unit !== 'in')) continue;
      counts.set(observer, added(counts.get(observer), { readings: 1, halves: isHalf(value) ? 1 : 0 }));
    }
  return counts;
}

/** Observers whose diameters end in .0 or .5 too often: of ten last digits those are two. */
export function digitPreference(plots: readonly Pick<PlotChecks, 'digits'>[]): SurveyPoint[] {
  const counts = new Map<string, DigitCount>();
  for (const { digits } of plots)
    for (const [observer, own] of digits) counts.set(observer, added(counts.get(observer), own));
  return [...counts].flatMap(([observer, { readings, halves }]): SurveyPoint[] => {
    if (readings < LEAST_DIGITS || binomialTail(halves, readings, 0.2) > UNLIKELY) return [];
    const all = halves === readings;
    return [
      {
        key: `digit-preference ${observer}`,
        check: 'digit-preference',
        title: message('quality.too-many-readings-end-in', 'Too many readings end in .0 or .5'),
        message: message(
          'quality.of-diameters-of-end-in',
          '{all, select, yes {{halves} of {values} diameters of {observer} end in .0 or .5; {expected} are expected. They were read to half units.} other {{halves} of {values} diameters of {observer} end in .0 or .5; {expected} are expected. Some were rounded during reading.}}',
          {
            halves: String(halves),
            values: String(readings),
            observer,
            expected: printRounded(readings / 5, 0),
            all: all ? 'yes' : 'no',
          },
        ),
        plotId: null,
        plotLabel: null,
        treeId: null,
        tag: null,
      },
    ];
  });
}
