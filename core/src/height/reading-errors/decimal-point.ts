import { sightOfBase } from './base-sight.ts';
import { byEvidence, changed, RARE_ODDS, type Suspicion } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** Ten times too large or too small: a decimal point that was dropped, moved or added. */
const FACTORS = [0.1, 10] as const;

/** The decimal point of one reading was lost or moved. */
export const DECIMAL_POINT = byEvidence(
  {
    code: 'height.decimal-point',
    name: message('height.decimal-point.name', 'Decimal point in the wrong place'),
    effect: message('height.decimal-point.effect', 'One reading is ten times too large or too small.'),
    suggestedFix: message('height.decimal-point.suggestedFix', 'Move the decimal point'),
    evidence: message('height.decimal-point.evidence', 'Another height, the height curve or the dbh.'),
    replaces: [
      HEIGHT_FINDINGS.slenderness,
      HEIGHT_FINDINGS.wrongScale,
      HEIGHT_FINDINGS.tooClose,
      HEIGHT_FINDINGS.impossible,
      HEIGHT_FINDINGS.belowBreastHeight,
    ],
    odds: RARE_ODDS,
  },
  (found) => {
    // A base is small: a wrong sign explains it better than a wrong decimal.
    const base = sightOfBase(found.methodId, found.readings)?.key;
    return Object.entries(found.readings).flatMap(([key, reading]): Suspicion[] =>
      reading.value === 0 || key === base
        ? []
        : FACTORS.map((factor) =>
            changed(found, { [key]: { ...reading, value: Number((reading.value * factor).toPrecision(12)) } }),
          ),
    );
  },
);
