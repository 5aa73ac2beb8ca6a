import { convert } from '../../units/index.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The height of the eye was added twice. */
export const EYE_TWICE = byEvidence(
  {
    code: 'height.eye-twice',
    name: message('height.eye-twice.name', 'Eye height added twice'),
    effect: message('height.eye-twice.effect', 'The height is too large by the eye height.'),
    suggestedFix: message('height.eye-twice.suggestedFix', 'Subtract the eye height from the distance'),
    evidence: message('height.eye-twice.evidence', 'The distance measured another way, or another height.'),
  },
  (found) => {
    const { back, eye } = found.readings;
    if (back === undefined || eye === undefined) return [];
    const less = convert(eye.value, eye.unit, back.unit);
    return [changed(found, { back: { ...back, value: Number((back.value - less).toFixed(2)) } })];
  },
);
