import type { Finding } from '../uncertainty/index.ts';
import { oddness, slenderness } from '../height/index.ts';
import type { Diagnosis, ReadingValue } from '../measurement/index.ts';
import { convert, printAsRead } from '../units/index.ts';
import { LARGEST_DBH_CM, SURPRISING_DBH_CM } from './limits.ts';

/** The catalogue of possible errors that diameter methods look for. Codes are stable. */
export const DIAMETER_FINDINGS = {
  girthAsDiameter: 'diameter.girth-entered-as-diameter',
  diameterAsGirth: 'diameter.diameter-entered-as-girth',
  facesApart: 'diameter.faces-far-apart',
  otherReach: 'diameter.other-reach',
  impossible: 'diameter.impossible',
  brokenCount: 'diameter.count-not-whole',
  underBark: 'diameter.under-bark',
  barkTooThick: 'diameter.bark-too-thick',
  beyondStick: 'diameter.beyond-stick',
  belowThreshold: 'diameter.below-threshold',
  overSpeciesMaximum: 'diameter.over-species-maximum',
  tooManyStems: 'diameter.too-many-stems',
  pointAboveTree: 'diameter.point-above-tree',
  pointOutOfReach: 'diameter.point-out-of-reach',
  pointNotMeasured: 'diameter.point-not-measured',
  shrank: 'diameter.shrank',
  grewTooFast: 'diameter.grew-too-fast',
  otherPoint: 'diameter.other-point',
  stemOrder: 'diameter.stem-order',
} as const;

/**
 * Height over diameter of ordinary trees. Below the low end the stem is so thick, above the high end so thin, that the
 * number on the tape is more likely the other side's. Screening limits of this project.
 */
const ORDINARY_SLENDERNESS = { low: 28, high: 130 } as const;

/** Difference of oddness that is too small to tell two readings apart. */
const AS_LIKELY = 0.1;

const isOrdinary = (heightM: number, dbhCm: number): boolean => {
  const ratio = slenderness(heightM, dbhCm);
  return ratio >= ORDINARY_SLENDERNESS.low && ratio <= ORDINARY_SLENDERNESS.high;
};

/** Whether the other reading of the same number fits the height at least as well. */
function isLikelier(asReadCm: number, otherwiseCm: number, heightM: number | undefined): boolean {
  if (heightM === undefined) return asReadCm > SURPRISING_DBH_CM && otherwiseCm < SURPRISING_DBH_CM;
  return (
    !isOrdinary(heightM, asReadCm) &&
    isOrdinary(heightM, otherwiseCm) &&
    oddness(heightM, otherwiseCm) < oddness(heightM, asReadCm) + AS_LIKELY
  );
}

/** Was this diameter a girth? */
export function diagnoseGirthAsDiameter(
  { value, context, print }: Diagnosis,
  reading: ReadingValue,
  key: string,
): Finding[] {
  const otherwiseCm = value / Math.PI;
  if (!isLikelier(value, otherwiseCm, context.heightM)) return [];
  return [
    {
      code: DIAMETER_FINDINGS.girthAsDiameter,
      severity: 'check',
      reading: key,
      title: 'A girth, perhaps',
      message: `A stem ${print(value)} thick is unusual${context.heightM === undefined ? '' : ' for a tree of this height'}. If the plain side of the tape was read, this is the girth: ${print(otherwiseCm)} instead of ${print(value)}.`,
      suggestedFixes: [
        {
          label: `take ${printAsRead(reading.value)} ${reading.unit} as the girth`,
          measure: 'diameter',
          methodId: 'diameter.girth',
          changes: [{ reading: 'girth', text: printAsRead(reading.value), unit: reading.unit }],
          becomes: print(otherwiseCm),
        },
      ],
    },
  ];
}

/** Was this girth a diameter? */
export function diagnoseDiameterAsGirth(
  { value, context, print }: Diagnosis,
  reading: ReadingValue,
  key: string,
): Finding[] {
  const otherwiseCm = convert(reading.value, reading.unit, 'cm');
  if (context.heightM === undefined || !isLikelier(value, otherwiseCm, context.heightM)) return [];
  return [
    {
      code: DIAMETER_FINDINGS.diameterAsGirth,
      severity: 'check',
      reading: key,
      title: 'A diameter, perhaps',
      message: `A stem ${print(value)} thick is very slender for a tree of this height. If the diameter side of the tape was read, this is the diameter: ${print(otherwiseCm)} instead of ${print(value)}.`,
      suggestedFixes: [
        {
          label: `take ${printAsRead(reading.value)} ${reading.unit} as the diameter`,
          measure: 'diameter',
          methodId: 'diameter.tape',
          changes: [{ reading: 'diameter', text: printAsRead(reading.value), unit: reading.unit }],
          becomes: print(otherwiseCm),
        },
      ],
    },
  ];
}

/** Each reading may be possible and the stem that they give together not. */
export function stopImpossible({ value, print }: Diagnosis, reading: string): Finding[] {
  if (value <= LARGEST_DBH_CM) return [];
  return [
    {
      code: DIAMETER_FINDINGS.impossible,
      severity: 'stop',
      reading,
      title: 'No stem is that thick',
      message: `Together these readings give ${print(value)}; the thickest stem that can be entered has ${print(LARGEST_DBH_CM)}. Check the units of each.`,
      suggestedFixes: [],
    },
  ];
}
