import type { Finding } from '../uncertainty/index.ts';
import type { Diagnosis } from '../measurement/index.ts';
import { isPlausibleHeight, plausibleHeight, usualHeights } from './plausible-height.ts';
import { HEIGHT_FINDINGS, heightFinding } from './height-findings.ts';
import { message } from '../message/index.ts';

/** Tallest height that can be entered; no standing tree is known to be taller. */
const TALLEST_M = 130;

const BREAST_HEIGHT_M = 1.3;

/** A tree that was taped at breast height is taller than that. */
export const belowBreastHeight = (height: string, reading: string): Finding =>
  heightFinding(
    HEIGHT_FINDINGS.belowBreastHeight,
    'check',
    reading,
    message('height.shorter-than-breast-height', 'Shorter than breast height'),
    message(
      'height.these-readings-give-but-the',
      'These readings give {height}, but the tree has a dbh. Check signs, scale and units.',
      { height },
    ),
  );

/**
 * What can be said of any height, however it was taken: it must be above the ground, and it should be one that trees
 * of this dbh have.
 *
 * @param reading where the finding stands
 */
export function diagnoseHeight({ value, context, print }: Diagnosis, reading: string): Finding[] {
  if (!(value > 0)) {
    return [
      heightFinding(
        HEIGHT_FINDINGS.topBelowBase,
        'stop',
        reading,
        message('height.the-height-is-zero-or', 'The height is zero or negative'),
        message(
          'height.these-readings-give-check-the',
          'These readings give {value}. Check the signs: above horizontal is plus, below is minus.',
          { value: print(value) },
        ),
      ),
    ];
  }
  if (value > TALLEST_M) {
    return [
      heightFinding(
        HEIGHT_FINDINGS.impossible,
        'stop',
        reading,
        message('height.taller-than-any-tree', 'Taller than any tree'),
        message(
          'height.these-readings-give-no-tree',
          'These readings give {value}; no tree is taller than {tallestM}. Check units and signs.',
          { value: print(value), tallestM: print(TALLEST_M) },
        ),
      ),
    ];
  }
  const { dbhCm, breastHeightM = BREAST_HEIGHT_M } = context;
  if (dbhCm === undefined || context.heightOf === 'part') return [];
  if (value < breastHeightM) return [belowBreastHeight(print(value), reading)];
  if (isPlausibleHeight(value, dbhCm)) return [];
  return [
    heightFinding(
      HEIGHT_FINDINGS.slenderness,
      'check',
      reading,
      value > plausibleHeight(dbhCm).highM
        ? message('height.very-tall-for-this-dbh', 'Very tall for this dbh')
        : message('height.very-short-for-this-dbh', 'Very short for this dbh'),
      message('height.check-the-readings', '{value} Check the readings.', {
        value: usualHeights(value, dbhCm, context.unitSystem),
      }),
    ),
  ];
}
