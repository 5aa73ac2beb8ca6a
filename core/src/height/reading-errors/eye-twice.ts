import { convert } from '../../units/index.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The height of the eye was added twice. */
export const EYE_TWICE = byEvidence(
  {
    code: 'height.eye-twice',
    name: 'The height of the eye was added twice',
    effect: 'The tree gains the height of an eye.',
    suggestedFix: 'Take the height of the eye off the distance.',
    evidence: 'The distance measured another way, or another figure for the height.',
  },
  (found) => {
    const { back, eye } = found.readings;
    if (back === undefined || eye === undefined) return [];
    const less = convert(eye.value, eye.unit, back.unit);
    return [changed(found, { back: { ...back, value: Number((back.value - less).toFixed(2)) } })];
  },
);
