import type { MethodDescription } from '../measurement/index.ts';
import { tapedEllipseCm, tiltedTapeCm } from './oval-and-bark.ts';

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
      label: 'out of round: one face of an ordinary stem strays by this much',
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
  readonly words: string;
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
      words: 'a reading lies anywhere between two marks: one division ÷ √12',
    },
    {
      source: 'reader',
      kind: 'either way',
      sizeCm: Math.sqrt(Math.max(0, reading.standardErrorCm ** 2 - graduation ** 2)),
      words: 'pull, eye and the place of the instrument: the rest of the reading’s ±',
    },
  ];
  if (meets === 'one-face') {
    parts.push({
      source: 'out of round',
      kind: 'either way',
      sizeCm: oneFaceShare(given.faceRatio) * diameterCm,
      words: `one face of a stem whose faces are ${given.faceRatio.toFixed(2)} : 1; a second face at right angles takes it away`,
    });
  } else {
    parts.push({
      source: 'out of round',
      kind: 'always more',
      sizeCm:
        meets === 'round'
          ? tapedEllipseCm(diameterCm * root, diameterCm / root) - diameterCm
          : (diameterCm * (root + 1 / root)) / 2 - diameterCm,
      words: `faces ${given.faceRatio.toFixed(2)} : 1, against the circle of the same area`,
    });
  }
  parts.push({
    source: 'tilt',
    kind: 'always more',
    sizeCm:
      meets === 'round'
        ? tiltedTapeCm(diameterCm, given.tiltDeg) - diameterCm
        : diameterCm / Math.cos((given.tiltDeg * Math.PI) / 180) - diameterCm,
    words: `${given.tiltDeg}° from square to the stem`,
  });
  if (meets === 'round') {
    parts.push({
      source: 'sag',
      kind: 'always more',
      sizeCm: sagAddsCm(diameterCm, given.sagCm),
      words: `hanging ${given.sagCm} cm low on both sides`,
    });
  }
  parts.push(
    {
      source: 'climber',
      kind: 'always more',
      sizeCm: 2 * given.climberCm,
      words: `${given.climberCm} cm of climber left under it`,
    },
    {
      source: 'bark',
      kind: 'always more',
      sizeCm: 2 * given.looseBarkCm,
      words: `${given.looseBarkCm} cm of loose bark left under it`,
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
