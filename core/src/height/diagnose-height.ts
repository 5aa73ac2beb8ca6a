import type { Finding } from '../uncertainty/index.ts';
import type { Diagnosis } from '../measurement/index.ts';
import { isPlausibleHeight, plausibleHeight, usualHeights } from './plausible-height.ts';
import { HEIGHT_FINDINGS, heightFinding } from './height-findings.ts';

/** Tallest height that can be entered; no standing tree is known to be taller. */
const TALLEST_M = 130;

const BREAST_HEIGHT_M = 1.3;

/** A tree that was taped at breast height is taller than that. */
export const belowBreastHeight = (height: string, reading: string): Finding =>
  heightFinding(
    HEIGHT_FINDINGS.belowBreastHeight,
    'check',
    reading,
    'Shorter than breast height',
    `These readings give ${height}, and the tree has a diameter at breast height. Look at the signs, the scale and the units.`,
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
        'No height comes out',
        `These readings give ${print(value)}. Look at the signs: above level is plus, below level is minus.`,
      ),
    ];
  }
  if (value > TALLEST_M) {
    return [
      heightFinding(
        HEIGHT_FINDINGS.impossible,
        'stop',
        reading,
        'Taller than any tree',
        `These readings give ${print(value)}; no standing tree is taller than ${print(TALLEST_M)}. Look at the units and the signs again.`,
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
      value > plausibleHeight(dbhCm).highM ? 'Very tall for this dbh' : 'Very short for this dbh',
      `${usualHeights(value, dbhCm, context.unitSystem)} Look at the readings again.`,
    ),
  ];
}
