import { convert, printRounded } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The two parts were multiplied instead of added. */
export const PARTS_MULTIPLIED = byEvidence(
  {
    hasOwnEvidence: true,
    code: 'height.parts-multiplied',
    name: message('height.parts-multiplied.name', 'The two parts were multiplied instead of added'),
    effect: message(
      'height.parts-multiplied.effect',
      'The height is the product of the parts above and below the eye.',
    ),
    suggestedFix: message('height.parts-multiplied.suggestedFix', 'Add the two parts'),
    evidence: message('height.parts-multiplied.evidence', 'The two parts.'),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { parts } = found.evidence;
    const { height } = found.readings;
    if (parts === undefined || height === undefined) return [];
    const unit = (metres: number): number => convert(metres, 'm', height.unit);
    const product = unit(parts.upM) * unit(parts.downM);
    if (Math.abs(product - height.value) > 0.01 * product) return [];
    const sum = Number((unit(parts.upM) + unit(parts.downM)).toFixed(2));
    return [
      changed(
        found,
        { height: { ...height, value: sum } },
        { certain: true, because: `${printRounded(unit(parts.upM), 2)} × ${printRounded(unit(parts.downM), 2)}.` },
      ),
    ];
  },
);
