import { printRounded } from '../../units/index.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The shadows were measured minutes apart. */
export const SHADOW_LATE = byEvidence(
  {
    code: 'height.shadow-late',
    name: 'The shadows were measured minutes apart',
    effect: 'The sun moves: up to half a percent of the height a minute.',
    suggestedFix: 'Measure both again within a minute, or correct by the time between.',
    evidence: 'The times of the two readings, and where the sun stood.',
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
        { certain: true, because: `${printRounded(shadow.minutes, 0)} minutes passed.` },
      ),
    ];
  },
);
