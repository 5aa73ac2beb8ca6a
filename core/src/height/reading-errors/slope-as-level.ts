import { scaledBy } from './distance-changes.ts';
import { printRounded } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** A distance along the slope was taken as level. */
export const SLOPE_AS_LEVEL = byEvidence(
  {
    code: 'height.slope-as-level',
    name: message('height.slope-as-level.name', 'Slope distance taken as horizontal'),
    effect: message('height.slope-as-level.effect', 'The height is too large by 1 ÷ cosine of the slope.'),
    suggestedFix: message(
      'height.slope-as-level.suggestedFix',
      'Use the horizontal distance, or enter the angle of the tape',
    ),
    evidence: message(
      'height.slope-as-level.evidence',
      'The ground slope, and a distance or height measured another way.',
    ),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { ground } = found.evidence;
    if (ground === undefined || found.readings.distance === undefined) return [];
    const cosine = 1 / Math.hypot(1, ground.value);
    return cosine > 0.99
      ? []
      : scaledBy(
          found,
          cosine,
          message('height.the-ground-slope-is', 'The ground slope is {value} %.', {
            value: printRounded(Math.abs(ground.value) * 100, 0),
          }),
        );
  },
);
