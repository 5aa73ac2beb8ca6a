import type { MethodDescription } from '../measurement/index.ts';
import { tapedEllipseCm, tiltedTapeCm } from './oval-and-bark.ts';
import { message, type Text } from '../message/index.ts';

/** Longest over shortest diameter of an ordinary stem. A constant of this project. */
export const ORDINARY_FACE_RATIO = 1.06;

/**
 * How far one face strays from the mean of all: (k − 1) ÷ (k + 1) ÷ √2 of the diameter, for faces in the ratio k that
 * turn like an ellipse's.
 */
const oneFaceShare = (ratio: number): number => (ratio - 1) / (ratio + 1) / Math.SQRT2;

type Meeting = Pick<MethodDescription, 'meets' | 'stemErrors'>;

/** A tape or string all round the stem. */
export const ROUND_THE_STEM: Meeting = { meets: 'round' };
/** One view or one pair of arms: an oval stem shows any of its faces. */
export const ON_ONE_FACE: Meeting = {
  meets: 'one-face',
  stemErrors: [
    {
      share: Number(oneFaceShare(ORDINARY_FACE_RATIO).toFixed(3)),
      label: message('diameter.error-model.label', 'Out-of-roundness: deviation of one diameter of an ordinary stem'),
      source: 'faces in the ratio 1.06 that turn like an ellipse’s: (k − 1) ÷ (k + 1) ÷ √2',
    },
  ],
};
/** Two faces at right angles: what one shows too much, the other shows too little. */
export const ON_TWO_FACES: Meeting = { meets: 'two-faces' };

export type ErrorSource = 'graduation' | 'reader' | 'out of round' | 'tilt' | 'sag' | 'climber' | 'bark';

/** One thing that moves a diameter. */
export interface ErrorPart {
  readonly source: ErrorSource;
  /** `either way`: a standard error; `always more`: what it adds, and never takes away. */
  readonly kind: 'either way' | 'always more';
  readonly sizeCm: number;
  readonly words: Text;
}

/** How a stem and a tape are, where it is not stated otherwise. */
export interface TapingCase {
  /** Longest over shortest diameter, 1 or more. */
  readonly faceRatio?: number;
  readonly tiltDeg?: number;
  /** How far the tape hangs down between two places where it touches. */
  readonly sagCm?: number;
  /** Depth of the climber under the tape. */
  readonly climberCm?: number;
  /** Depth of loose bark under the tape. */
  readonly looseBarkCm?: number;
}

const USUAL_CASE: Required<TapingCase> = {
  faceRatio: ORDINARY_FACE_RATIO,
  tiltDeg: 3,
  sagCm: 1,
  climberCm: 2,
  looseBarkCm: 0.5,
};

/** A tape that hangs by `sagCm` on both halves of the girth: the parabola of that sag is 8 s² ÷ 3 l longer than its chord. */
const sagAddsCm = (diameterCm: number, sagCm: number): number => {
  const half = (Math.PI * diameterCm) / 2;
  return (2 * (8 * sagCm * sagCm)) / (3 * half) / Math.PI;
};

/**
 * What moves a diameter, and by how much: graduation and reader either way; out of round, tilt, sag, climber and bark.
 *
 * @param meets how the method meets the stem
 * @param diameterCm above 0
 * @param reading graduation and standard error of one careful reading, both as a diameter in cm
 */
export function errorParts(
  meets: NonNullable<MethodDescription['meets']>,
  diameterCm: number,
  reading: { readonly graduationCm: number; readonly standardErrorCm: number },
  stated: TapingCase = {},
): readonly ErrorPart[] {
  const given = { ...USUAL_CASE, ...stated };
  const graduation = reading.graduationCm / Math.sqrt(12);
  const root = Math.sqrt(given.faceRatio);
  const parts: ErrorPart[] = [
    {
      source: 'graduation',
      kind: 'either way',
      sizeCm: graduation,
      words: message('diameter.rounding-to-the-graduation-one', 'rounding to the graduation: one division ÷ √12'),
    },
    {
      source: 'reader',
      kind: 'either way',
      sizeCm: Math.sqrt(Math.max(0, reading.standardErrorCm ** 2 - graduation ** 2)),
      words: message(
        'diameter.tension-reading-and-position-of',
        'tension, reading and position of the instrument: the rest of the ± of the reading',
      ),
    },
  ];
  if (meets === 'one-face') {
    parts.push({
      source: 'out of round',
      kind: 'either way',
      sizeCm: oneFaceShare(given.faceRatio) * diameterCm,
      words: message(
        'diameter.one-diameter-of-a-stem',
        'one diameter of a stem with a diameter ratio of {toFixed} : 1; a second one at right angles removes it',
        { toFixed: given.faceRatio.toFixed(2) },
      ),
    });
  } else {
    parts.push({
      source: 'out of round',
      kind: 'always more',
      sizeCm:
        meets === 'round'
          ? tapedEllipseCm(diameterCm * root, diameterCm / root) - diameterCm
          : (diameterCm * (root + 1 / root)) / 2 - diameterCm,
      words: message(
        'diameter.diameter-ratio-1-compared-with',
        'diameter ratio {toFixed} : 1, compared with the circle of the same area',
        { toFixed: given.faceRatio.toFixed(2) },
      ),
    });
  }
  parts.push({
    source: 'tilt',
    kind: 'always more',
    sizeCm:
      meets === 'round'
        ? tiltedTapeCm(diameterCm, given.tiltDeg) - diameterCm
        : diameterCm / Math.cos((given.tiltDeg * Math.PI) / 180) - diameterCm,
    words: message('diameter.off-square', '{tiltDeg}° off square', { tiltDeg: given.tiltDeg }),
  });
  if (meets === 'round') {
    parts.push({
      source: 'sag',
      kind: 'always more',
      sizeCm: sagAddsCm(diameterCm, given.sagCm),
      words: message('diameter.sagging-by-cm-on-both', 'sagging by {sagCm} cm on both sides', { sagCm: given.sagCm }),
    });
  }
  parts.push(
    {
      source: 'climber',
      kind: 'always more',
      sizeCm: 2 * given.climberCm,
      words: message('diameter.cm-of-climber-under-the', '{climberCm} cm of climber under the tape', {
        climberCm: given.climberCm,
      }),
    },
    {
      source: 'bark',
      kind: 'always more',
      sizeCm: 2 * given.looseBarkCm,
      words: message('diameter.cm-of-loose-bark-under', '{looseBarkCm} cm of loose bark under the tape', {
        looseBarkCm: given.looseBarkCm,
      }),
    },
  );
  return parts;
}

/** Two faces of one stem, and what a tape round it would read. */
export interface FacesAgainstTape {
  readonly ratio: number;
  /** Diameter of the circle with the area of the oval. */
  readonly sameAreaCm: number;
  readonly meanCm: number;
  /** Never less than the mean. */
  readonly tapeCm: number;
}

/** Compares two faces at right angles with a girth tape on the same oval. Both diameters in cm, above 0. */
export function facesAgainstTape(faceCm: number, crossCm: number): FacesAgainstTape {
  return {
    ratio: Math.max(faceCm, crossCm) / Math.min(faceCm, crossCm),
    sameAreaCm: Math.sqrt(faceCm * crossCm),
    meanCm: (faceCm + crossCm) / 2,
    tapeCm: tapedEllipseCm(faceCm, crossCm),
  };
}
