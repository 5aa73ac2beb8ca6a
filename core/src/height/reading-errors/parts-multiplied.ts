import { convert, printRounded } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The two parts were multiplied instead of added. */
export const PARTS_MULTIPLIED = byEvidence(
  {
    code: 'height.parts-multiplied',
    name: 'The two parts were multiplied instead of added',
    effect: 'The figure is the product of the part above and the part below the eye.',
    suggestedFix: 'Add the two parts.',
    evidence: 'The two parts.',
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
