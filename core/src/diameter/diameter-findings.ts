import type { Finding } from '../uncertainty/index.ts';
import { oddness, slenderness } from '../height/index.ts';
import type { Diagnosis, ReadingValue } from '../measurement/index.ts';
import { convert, printAsRead } from '../units/index.ts';
import { LARGEST_DBH_CM, SURPRISING_DBH_CM } from './limits.ts';
import { message } from '../message/index.ts';

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
  belowLowestPoint: 'diameter.below-lowest-point',
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
  // A stem that would be asked about without a height is asked about with one, unless the height bears it out.
  const isSurprising = asReadCm > SURPRISING_DBH_CM && otherwiseCm < SURPRISING_DBH_CM;
  return (
    !isOrdinary(heightM, asReadCm) &&
    isOrdinary(heightM, otherwiseCm) &&
    (isSurprising || oddness(heightM, otherwiseCm) < oddness(heightM, asReadCm) + AS_LIKELY)
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
      title: message('diameter.possibly-a-girth', 'Possibly a girth'),
      message: message(
        'diameter.a-diameter-of-is-unusual',
        '{tree, select, yes {A diameter of {value} is unusual for a tree of this height. If you read the plain side of the tape, it is the girth: {otherwiseCm} instead of {value}.} other {A diameter of {value} is unusual. If you read the plain side of the tape, it is the girth: {otherwiseCm} instead of {value}.}}',
        { value: print(value), otherwiseCm: print(otherwiseCm), tree: context.heightM === undefined ? 'no' : 'yes' },
      ),
      suggestedFixes: [
        {
          label: message('diameter.take-as-the-girth', 'Take {value} {unit} as the girth', {
            value: printAsRead(reading.value),
            unit: reading.unit,
          }),
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
      title: message('diameter.possibly-a-diameter', 'Possibly a diameter'),
      message: message(
        'diameter.a-diameter-of-is-very',
        'A diameter of {value} is very small for a tree of this height. If you read the diameter side of the tape, it is the diameter: {otherwiseCm} instead of {value}.',
        { value: print(value), otherwiseCm: print(otherwiseCm) },
      ),
      suggestedFixes: [
        {
          label: message('diameter.take-as-the-diameter', 'Take {value} {unit} as the diameter', {
            value: printAsRead(reading.value),
            unit: reading.unit,
          }),
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
      title: message('diameter.diameter-out-of-range', 'Diameter out of range'),
      message: message(
        'diameter.these-readings-give-the-largest',
        'These readings give {value}; the largest diameter is {largestDbhCm}. Check the unit of each reading.',
        { value: print(value), largestDbhCm: print(LARGEST_DBH_CM) },
      ),
      suggestedFixes: [],
    },
  ];
}
