import { scaledBy } from './distance-changes.ts';
import { printRounded } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** A distance along the slope was taken as level. */
export const SLOPE_AS_LEVEL = byEvidence(
  {
    code: 'height.slope-as-level',
    name: 'A distance along the slope was taken as level',
    effect: 'The height comes out too large, by one over the cosine of the slope.',
    suggestedFix: 'Take the level part of the distance, or give the angle of the tape.',
    evidence: 'The ground between, and the distance or the height from elsewhere.',
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { ground } = found.evidence;
    if (ground === undefined || found.readings.distance === undefined) return [];
    const cosine = 1 / Math.hypot(1, ground.value);
    return cosine > 0.99
      ? []
      : scaledBy(found, cosine, `The ground rises or falls by ${printRounded(Math.abs(ground.value) * 100, 0)} %.`);
  },
);
