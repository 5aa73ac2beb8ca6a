import { binomialTail, grouped } from '../statistics/index.ts';
import { type CheckedTree, type SurveyPoint, UNLIKELY } from './checked-survey.ts';
import { printRounded } from '../units/index.ts';
import { message } from '../message/index.ts';

const LEAST_DIGITS = 30;

/** Whether a number ends in .0 or .5 when it is read in tenths. */
const isHalf = (value: number): boolean => Math.round(value * 10) % 5 === 0;

/** Observers whose diameters end in .0 or .5 too often: of ten last digits those are two. */
export function digitPreference(trees: readonly CheckedTree[]): SurveyPoint[] {
  return [...grouped(trees, ({ observer }) => observer)].flatMap(([observer, own]): SurveyPoint[] => {
    const values = own.flatMap(({ readings }) =>
      readings.flatMap(({ measure, unit, value }) =>
        measure === 'diameter' && (unit === 'cm' || unit === 'in') ? [value] : [],
      ),
    );
    const halves = values.filter(isHalf).length;
    if (values.length < LEAST_DIGITS || binomialTail(halves, values.length, 0.2) > UNLIKELY) return [];
    const all = halves === values.length;
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
            values: String(values.length),
            observer,
            expected: printRounded(values.length / 5, 0),
            all: all ? 'yes' : 'no',
          },
        ),
        plotId: null,
        treeId: null,
      },
    ];
  });
}
