import { printRounded } from '../../units/index.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The shadows were measured minutes apart. */
export const SHADOW_LATE = byEvidence(
  {
    hasOwnEvidence: true,
    code: 'height.shadow-late',
    name: message('height.shadow-late.name', 'The shadows were measured minutes apart'),
    effect: message('height.shadow-late.effect', 'The sun moves: up to 0.5 % of the height per minute.'),
    suggestedFix: message(
      'height.shadow-late.suggestedFix',
      'Measure both again within a minute, or correct for the time',
    ),
    evidence: message('height.shadow-late.evidence', 'The times of both readings and the position of the sun.'),
  },
  (found) => {
    const { shadow } = found.evidence;
    const { treeShadow } = found.readings;
    if (shadow === undefined || treeShadow === undefined) return [];
    const share = shadow.minutes * shadow.sharePerMinute;
    if (Math.abs(share) < 0.01) return [];
    const value = Number((treeShadow.value / (1 + share)).toFixed(2));
    return [
      changed(
        found,
        { treeShadow: { ...treeShadow, value } },
        {
          certain: true,
          because: message('height.minutes-apart', '{minutes} minutes apart.', {
            minutes: printRounded(shadow.minutes, 0),
          }),
        },
      ),
    ];
  },
);
