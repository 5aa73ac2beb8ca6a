import type { Finding, SuggestedFix } from '../uncertainty/index.ts';
import type { Text } from '../message/index.ts';

/** The catalogue of slips that height methods look for. Codes are stable: stored, exported, translated by them. */
export const HEIGHT_FINDINGS = {
  topBelowBase: 'height.top-below-base',
  baseAboveEye: 'height.base-above-eye',
  topBelowEye: 'height.top-below-eye',
  tooClose: 'height.too-close',
  wrongScale: 'height.wrong-scale',
  slenderness: 'height.unlikely-slenderness',
  belowBreastHeight: 'height.below-breast-height',
  impossible: 'height.impossible',
  otherStaff: 'height.other-staff',
  lowMark: 'height.low-mark',
  noHalfTrunk: 'height.half-trunk-missing',
} as const;

export type HeightFindingCode = (typeof HEIGHT_FINDINGS)[keyof typeof HEIGHT_FINDINGS];

export const heightFinding = (
  code: HeightFindingCode,
  severity: Finding['severity'],
  reading: string | null,
  title: Text,
  message: Text,
  suggestedFixes: readonly SuggestedFix[] = [],
): Finding => ({ code, severity, reading, title, message, suggestedFixes });
