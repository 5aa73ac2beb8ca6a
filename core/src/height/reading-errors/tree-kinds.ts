import { convert, degreesToRadians, lengthWords, printRounded, radiansToDegrees } from '../../units/index.ts';
import type { ReadingValue } from '../../measurement/index.ts';
import { crownEdgeReadingM } from '../geometry.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { tangentOfReading } from './evidence.ts';
import {
  byEvidence,
  byMethod,
  changed,
  type HeightCase,
  type ReadingErrorKind,
  type Suspicion,
} from './reading-error-kind.ts';

/** The eye above the foot, as the sight to the base has it. */
const eyeAboveFootM = ({ readings, distanceM }: HeightCase): number | null => {
  const base = tangentOfReading(readings, 'base');
  return base === null || distanceM === null ? null : -distanceM * base;
};

/** The height behind the near edge of a crown: the one whose edge looks as high as what was read. */
function behindTheEdge(found: HeightCase): Suspicion[] {
  const { crownRadiusM } = found.evidence;
  const { distanceM, heightM } = found;
  const eyeM = eyeAboveFootM(found);
  if (crownRadiusM === undefined || distanceM === null || eyeM === null || !(heightM > crownRadiusM)) return [];
  let low = crownRadiusM;
  let high = heightM;
  for (let round = 0; round < 50; round += 1) {
    const middle = (low + high) / 2;
    if (crownEdgeReadingM({ heightM: middle, crownRadiusM, eyeM, distanceM }) > heightM) high = middle;
    else low = middle;
  }
  return high > heightM * 0.985
    ? []
    : [
        {
          changes: {},
          heightM: high,
          because: `Its crown is ${lengthWords(2 * crownRadiusM, found.context.unitSystem, 0)} broad, and you stand ${lengthWords(distanceM, found.context.unitSystem, 0)} away.`,
        },
      ];
}

/** The height of a leaner, its top standing so far towards or away from the observer. */
function leaning(found: HeightCase, sign: 1 | -1): Suspicion[] {
  const { leanOffsetM } = found.evidence;
  const { distanceM, heightM, readings } = found;
  const eyeM = eyeAboveFootM(found);
  if (leanOffsetM === undefined || distanceM === null || eyeM === null || readings.below !== undefined) return [];
  const belowM = distanceM - sign * leanOffsetM;
  const own = eyeM + ((heightM - eyeM) * belowM) / distanceM;
  const distance = readings.distance;
  return belowM <= 0 || Math.abs(own / heightM - 1) < 0.01
    ? []
    : [
        {
          changes:
            distance === undefined
              ? {}
              : {
                  below: { ...distance, value: Number(convert(belowM, 'm', distance.unit).toFixed(1)) },
                },
          ...(distance === undefined ? {} : { methodId: 'height.plumb-point' }),
          heightM: own,
          because: `Its top stands ${lengthWords(leanOffsetM, found.context.unitSystem, 1)} from above its foot.`,
        },
      ];
}

/** What a stick covers when it is held upright, from its reach and how far its covered end is from the eye. */
export function uprightCovered(
  coveredCm: number,
  reachCm: number,
  eyeToTipCm: number,
): { cm: number; tiltDeg: number } {
  const sine = (eyeToTipCm ** 2 - reachCm ** 2 - coveredCm ** 2) / (2 * reachCm * coveredCm);
  const tilt = Math.asin(Math.max(-1, Math.min(1, sine)));
  return {
    cm: (reachCm * coveredCm * Math.cos(tilt)) / (reachCm + coveredCm * Math.sin(tilt)),
    tiltDeg: radiansToDegrees(tilt),
  };
}

const cm = (reading: ReadingValue): number => convert(reading.value, reading.unit, 'cm');
const inUnitOf = (reading: ReadingValue, valueCm: number): ReadingValue => ({
  ...reading,
  value: Number(convert(valueCm, 'cm', reading.unit).toFixed(1)),
});

/** Slips with a stick, a shadow, or the tree itself. */
export const TREE_KINDS: readonly ReadingErrorKind[] = [
  byEvidence(
    {
      code: 'height.crown-edge',
      name: 'The near edge of a broad crown was sighted',
      effect: 'The edge looks higher than the tip: a tenth and more from close by.',
      suggestedFix: 'Go back until the tip itself is seen, or shoot it with a laser.',
      evidence: 'The width of the crown, and another figure for the height.',
      replaces: [HEIGHT_FINDINGS.slenderness],
    },
    behindTheEdge,
  ),
  byEvidence(
    {
      code: 'height.lean-towards',
      name: 'The tree leans towards you',
      effect: 'Its top is nearer than its foot: it looks too tall.',
      suggestedFix: 'Give the distance to the point below the top.',
      evidence: 'The lean, and another figure for the height.',
    },
    (found) => leaning(found, 1),
  ),
  byEvidence(
    {
      code: 'height.lean-away',
      name: 'The tree leans away from you',
      effect: 'Its top is farther than its foot: it looks too short.',
      suggestedFix: 'Give the distance to the point below the top.',
      evidence: 'The lean, and another figure for the height.',
    },
    (found) => leaning(found, -1),
  ),
  byEvidence(
    {
      code: 'height.parts-multiplied',
      name: 'The two parts were multiplied instead of added',
      effect: 'The figure is the product of the part above and the part below the eye.',
      suggestedFix: 'Add the two parts.',
      evidence: 'The two parts.',
      replaces: [HEIGHT_FINDINGS.slenderness],
    },
    (found) => {
      const { parts } = found.evidence;
      const { height } = found.readings;
      if (parts === undefined || height === undefined) return [];
      const unit = (metres: number): number => convert(metres, 'm', height.unit);
      const product = unit(parts.upM) * unit(parts.downM);
      if (Math.abs(product - height.value) > 0.01 * product) return [];
      const sum = Number((unit(parts.upM) + unit(parts.downM)).toFixed(2));
      return [
        changed(
          found,
          { height: { ...height, value: sum } },
          { certain: true, because: `${printRounded(unit(parts.upM), 2)} × ${printRounded(unit(parts.downM), 2)}.` },
        ),
      ];
    },
  ),
  byEvidence(
    {
      code: 'height.stick-tilted',
      name: 'The stick was not upright',
      effect: 'A tilted stick is covered too far or too little.',
      suggestedFix: 'Hold it upright, or correct what is covered by its tilt.',
      evidence: 'The distances from the eye to both ends of what is covered.',
    },
    (found) => {
      const { covered, reach } = found.readings;
      const { eyeToTipCm } = found.evidence;
      if (covered === undefined || reach === undefined || eyeToTipCm === undefined) return [];
      const straight = Math.hypot(cm(covered), cm(reach));
      const upright = uprightCovered(cm(covered), cm(reach), eyeToTipCm.value);
      const error = Math.hypot(eyeToTipCm.standardError, 0.8);
      return [
        changed(
          found,
          { covered: inUnitOf(covered, upright.cm) },
          {
            own: { asRead: (eyeToTipCm.value - straight) / error, mended: 0 },
            because: `It leans by ${printRounded(Math.abs(upright.tiltDeg), 0)}°.`,
          },
        ),
      ];
    },
  ),
  byEvidence(
    {
      code: 'height.reach-changed',
      name: 'The reach was another one',
      effect: 'The height is off by the ratio of the reaches.',
      suggestedFix: 'Give the reach as it was.',
      evidence: 'The reach measured once more.',
    },
    (found) => {
      const { reach } = found.readings;
      const { reachCm } = found.evidence;
      if (reach === undefined || reachCm === undefined) return [];
      const error = Math.hypot(reachCm.standardError, 1);
      return [
        changed(
          found,
          { reach: inUnitOf(reach, reachCm.value) },
          { own: { asRead: (cm(reach) - reachCm.value) / error, mended: 0 } },
        ),
      ];
    },
  ),
  byEvidence(
    {
      code: 'height.head-turned',
      name: 'The head was turned while the stick was read',
      effect: 'The eye moves between foot and tip: what is covered is wrong.',
      suggestedFix: 'Read it once more with the head still.',
      evidence: 'A second reading with the head still.',
    },
    (found) => {
      const { covered } = found.readings;
      const still = found.evidence.again?.covered;
      if (covered === undefined || still === undefined) return [];
      return [
        changed(
          found,
          { covered: still },
          { own: { asRead: (cm(covered) - cm(still)) / (0.2 * Math.SQRT2), mended: 0 } },
        ),
      ];
    },
  ),
  byEvidence(
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
  ),
  byEvidence(
    {
      code: 'height.shrunken',
      name: 'Shorter than at the last visit',
      effect: 'A tree does not shrink, unless its top broke.',
      suggestedFix: 'Read it again; if the top broke, say so.',
      evidence: 'The height at the last visit.',
    },
    (found) => {
      const last = found.evidence.expected.find(({ from }) => from === 'last-visit');
      if (last === undefined) return [];
      const { heightM, standardErrorM } = last.then ?? last;
      const error = Math.hypot(standardErrorM, found.standardErrorM);
      const shrunk = (heightM - found.heightM) / error;
      if (shrunk < 3.5) return [];
      return [
        {
          changes: {},
          heightM,
          certain: true,
          clears: ['top', 'height'].filter((key) => found.readings[key] !== undefined),
          because: `At the last visit it was ${lengthWords(heightM, found.context.unitSystem, 1)} tall.`,
        },
      ];
    },
  ),
  byMethod({
    code: HEIGHT_FINDINGS.slenderness,
    name: 'A height that this dbh does not have',
    effect: 'Something in the readings or the tape is wrong, or the tree is a rarity.',
    suggestedFix: 'Look at tip, distance and tape again.',
    evidence: 'The dbh.',
  }),
  byMethod({
    code: HEIGHT_FINDINGS.belowBreastHeight,
    name: 'Shorter than breast height',
    effect: 'A tree with a dbh is taller than breast height.',
    suggestedFix: 'Look at the signs and the units.',
    evidence: 'A dbh, and a height below where it was taped.',
  }),
];

/** The tangent of the angle under which a stick is seen, from its reach and what is covered of it. */
export const seenTangent = (coveredCm: number, reachCm: number, tiltDeg: number): number =>
  (coveredCm * Math.cos(degreesToRadians(tiltDeg))) / (reachCm + coveredCm * Math.sin(degreesToRadians(tiltDeg)));
