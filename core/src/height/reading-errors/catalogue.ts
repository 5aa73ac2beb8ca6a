import type { ReadingErrorKind } from './reading-error-kind.ts';
import { BASE_SIGN } from './base-sign.ts';
import { TOP_SIGN } from './top-sign.ts';
import { SWAPPED } from './swapped.ts';
import { DEGREES_AS_PERCENT } from './degrees-as-percent.ts';
import { PERCENT_AS_DEGREES } from './percent-as-degrees.ts';
import { OTHER_SCALE } from './other-scale.ts';
import { READING_DIVIDED } from './reading-divided.ts';
import { BASE_HIDDEN } from './base-hidden.ts';
import { EYE_MISSING } from './eye-missing.ts';
import { EYE_TWICE } from './eye-twice.ts';
import { MARK_BELOW } from './mark-below.ts';
import { TOO_CLOSE } from './too-close.ts';
import { SCALE_OF_OTHER_DISTANCE } from './scale-of-other-distance.ts';
import { SLOPE_AS_LEVEL } from './slope-as-level.ts';
import { COSINE_ONCE } from './cosine-once.ts';
import { COSINE_TWICE } from './cosine-twice.ts';
import { FEET_AS_METRES } from './feet-as-metres.ts';
import { METRES_AS_FEET } from './metres-as-feet.ts';
import { PACES_AS_METRES } from './paces-as-metres.ts';
import { STEPS_AS_PACES } from './steps-as-paces.ts';
import { HALF_TRUNK_FORGOTTEN } from './half-trunk-forgotten.ts';
import { HALF_TRUNK_TWICE } from './half-trunk-twice.ts';
import { CROWN_EDGE } from './crown-edge.ts';
import { LEAN_TOWARDS } from './lean-towards.ts';
import { LEAN_AWAY } from './lean-away.ts';
import { REACH_CHANGED } from './reach-changed.ts';
import { SHRUNKEN } from './shrunken.ts';
import { UNLIKELY_SLENDERNESS } from './unlikely-slenderness.ts';
import { BELOW_BREAST_HEIGHT } from './below-breast-height.ts';
import { DECIMAL_POINT } from './decimal-point.ts';
import { DIGITS_TRANSPOSED } from './digits-transposed.ts';
import { TAPE_LENGTH } from './tape-length.ts';
import { TAPE_MIRRORED } from './tape-mirrored.ts';
import { PROTRACTOR_ZERO } from './protractor-zero.ts';
import { PROTRACTOR_FLIP } from './protractor-flip.ts';
import { RATIO_INVERTED } from './ratio-inverted.ts';
import { STAFF_SHADOW_SWAPPED } from './staff-shadow-swapped.ts';
import { REACH_SWAPPED } from './reach-swapped.ts';
import { SCALE_AND_SIGN } from './scale-and-sign.ts';

/** Every kind of reading error that is looked for in a height, by the reading it lies in. */
export const HEIGHT_READING_ERRORS: readonly ReadingErrorKind[] = [
  // Figure or scale of a sight
  BASE_SIGN,
  TOP_SIGN,
  SWAPPED,
  DEGREES_AS_PERCENT,
  PERCENT_AS_DEGREES,
  OTHER_SCALE,
  SCALE_AND_SIGN,
  PROTRACTOR_ZERO,
  PROTRACTOR_FLIP,
  DECIMAL_POINT,
  DIGITS_TRANSPOSED,
  READING_DIVIDED,
  BASE_HIDDEN,
  EYE_MISSING,
  EYE_TWICE,
  MARK_BELOW,
  TOO_CLOSE,
  // Distance
  SCALE_OF_OTHER_DISTANCE,
  SLOPE_AS_LEVEL,
  COSINE_ONCE,
  COSINE_TWICE,
  FEET_AS_METRES,
  METRES_AS_FEET,
  PACES_AS_METRES,
  STEPS_AS_PACES,
  TAPE_LENGTH,
  TAPE_MIRRORED,
  HALF_TRUNK_FORGOTTEN,
  HALF_TRUNK_TWICE,
  // Tree and crown
  CROWN_EDGE,
  LEAN_TOWARDS,
  LEAN_AWAY,
  REACH_CHANGED,
  REACH_SWAPPED,
  RATIO_INVERTED,
  STAFF_SHADOW_SWAPPED,
  SHRUNKEN,
  UNLIKELY_SLENDERNESS,
  BELOW_BREAST_HEIGHT,
];
