import { readingOf, type Readings, type ReadingValue } from '../../measurement/index.ts';
import { convert, isSlopeUnit, slopeReading, slopeTangentRate, type SlopeUnit, unitOf } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { baseExpected, tangentOfReading } from './evidence.ts';
import {
  byEvidence,
  byMethod,
  changed,
  type HeightCase,
  type ReadingErrorKind,
  type Suspicion,
} from './reading-error-kind.ts';

const isSight = (reading: ReadingValue | undefined): reading is ReadingValue & { readonly unit: SlopeUnit } =>
  reading !== undefined && isSlopeUnit(reading.unit);

const hasBoth = ({ readings: { top, base } }: HeightCase): boolean => isSight(top) && isSight(base);

/** The figure of a reading with its sign turned. */
const turned = (found: HeightCase, key: string): readonly Suspicion[] => {
  const reading = found.readings[key];
  return isSight(reading) && reading.value !== 0
    ? [changed(found, { [key]: { ...reading, value: -reading.value } })]
    : [];
};

/** Every sight with its figure taken on another scale. */
const onScale = (readings: Readings, unit: SlopeUnit): Readings =>
  Object.fromEntries(
    Object.entries(readings).flatMap(([key, reading]) => (isSight(reading) ? [[key, { ...reading, unit }]] : [])),
  );

const rescaled = (found: HeightCase, from: (unit: SlopeUnit) => boolean, to: readonly SlopeUnit[]): Suspicion[] => {
  const { top } = found.readings;
  if (!isSight(top) || !from(top.unit)) return [];
  const steepest = Math.max(...Object.values(found.readings).map((each) => (isSight(each) ? Math.abs(each.value) : 0)));
  return to
    .filter((unit) => unit !== top.unit && (unit !== 'deg' || steepest < 84))
    .map((unit) => changed(found, onScale(found.readings, unit)));
};

/** A reading with its tangent moved by so much, on its own scale. */
function movedBy(reading: ReadingValue & { readonly unit: SlopeUnit }, tangent: number): ReadingValue {
  const rate = slopeTangentRate(reading.value, reading.unit);
  const graduation = reading.unit === 'pct' || reading.unit === 'ft66' ? 0.5 : 0.1;
  const now = tangent + (tangentOfReading({ reading }, 'reading') ?? 0);
  const exact = rate > 0 ? slopeReading(now, reading.unit) : reading.value;
  return { ...reading, value: Number((Math.round(exact / graduation) * graduation).toFixed(1)) };
}

const METRE_SCALES = ['m15', 'm20', 'm25', 'm30'] as const satisfies readonly SlopeUnit[];

/** Slips with the figure or the scale of a sight. */
export const SIGHT_KINDS: readonly ReadingErrorKind[] = [
  byEvidence(
    {
      code: 'height.base-sign',
      name: 'The sign of the base was turned or dropped',
      effect: 'Twice the part below the eye is missing, or added.',
      suggestedFix: 'Turn the sign of the base.',
      evidence: 'The height of the eye and the ground between, or another figure for the height.',
      replaces: [HEIGHT_FINDINGS.baseAboveEye, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale],
    },
    (found) => turned(found, 'base'),
  ),
  byEvidence(
    {
      code: 'height.top-sign',
      name: 'The sign of the top was turned or dropped',
      effect: 'The part above the eye is taken away instead of added.',
      suggestedFix: 'Turn the sign of the top.',
      evidence: 'A top below its base, or another figure for the height.',
      replaces: [HEIGHT_FINDINGS.topBelowEye, HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.slenderness],
    },
    (found) => turned(found, 'top'),
  ),
  byEvidence(
    {
      code: 'height.swapped',
      name: 'Top and base changed places',
      effect: 'The height comes out negative.',
      suggestedFix: 'Let the two readings change places.',
      evidence: 'A top below its base, and a base that fits the eye and the ground.',
      replaces: [HEIGHT_FINDINGS.topBelowBase],
    },
    (found) => {
      if (!hasBoth(found) || found.heightM > 0) return [];
      return [changed(found, { top: readingOf(found.readings, 'base'), base: readingOf(found.readings, 'top') })];
    },
  ),
  byEvidence(
    {
      code: 'height.degrees-as-percent',
      name: 'Degrees were noted as percent',
      effect: 'The height comes out at about half: 45° are 100 %.',
      suggestedFix: 'Read the same figures in degrees.',
      evidence: 'Another figure for the height; the base against eye and ground.',
      replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
    },
    (found) => rescaled(found, (unit) => unit === 'pct' || unit === 'ft66', ['deg']),
  ),
  byEvidence(
    {
      code: 'height.percent-as-degrees',
      name: 'Percent were noted as degrees',
      effect: 'The height comes out at twice and more.',
      suggestedFix: 'Read the same figures in percent.',
      evidence: 'Another figure for the height; the base against eye and ground.',
      replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.tooClose],
    },
    (found) => rescaled(found, (unit) => unit === 'deg' || unit === 'gon', ['pct']),
  ),
  byEvidence(
    {
      code: 'height.other-scale',
      name: 'The other of two scales was read',
      effect: 'The height is off by the ratio of the scales: 20 to 15 is a third.',
      suggestedFix: 'Read the same figures on the other scale.',
      evidence: 'Another figure for the height, and a distance that is right.',
      replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
    },
    (found) => [
      ...rescaled(found, (unit) => METRE_SCALES.some((each) => each === unit), METRE_SCALES),
      ...rescaled(found, (unit) => unit === 'pct', ['ft66']),
      ...rescaled(found, (unit) => unit === 'ft66', ['pct']),
    ],
  ),
  byEvidence(
    {
      code: 'height.reading-divided',
      name: 'The readings were divided by the distance already',
      effect: 'Next to no height comes out.',
      suggestedFix: 'Multiply both readings by the distance again.',
      evidence: 'Another figure for the height.',
      replaces: [HEIGHT_FINDINGS.belowBreastHeight, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale],
    },
    (found) => {
      const { top, base, distance } = found.readings;
      if (!isSight(top) || !isSight(base) || distance === undefined) return [];
      const back = (reading: ReadingValue): ReadingValue => ({
        ...reading,
        value: Number((reading.value * distance.value).toFixed(1)),
      });
      const isPossible = Math.abs(back(top).value) < (top.unit === 'deg' ? 84 : 150);
      return isPossible ? [changed(found, { top: back(top), base: back(base) })] : [];
    },
  ),
  byEvidence(
    {
      code: 'height.base-hidden',
      name: 'A mark was sighted in place of a hidden base',
      effect: 'The height of the mark is missing.',
      suggestedFix: 'Lower the base by the height of the mark.',
      evidence: 'The height of the eye, the ground between and the height of the crew’s mark.',
    },
    (found) => {
      const { evidence, distanceM } = found;
      const { base } = found.readings;
      if (evidence.markM === undefined || distanceM === null || !isSight(base)) return [];
      const lower = movedBy(base, -evidence.markM / distanceM);
      return [changed(found, { base: lower })];
    },
  ),
  byEvidence(
    {
      code: 'height.eye-missing',
      name: 'The height of the eye was not added',
      effect: 'The part below the eye is missing: a base of 0 on level ground.',
      suggestedFix: 'Sight the base, or add the height of the eye.',
      evidence: 'A base of exactly 0, the height of the eye and the ground between.',
    },
    (found) => {
      const { evidence, distanceM } = found;
      const { base } = found.readings;
      if (!isSight(base) || base.value !== 0 || distanceM === null) return [];
      const expected = baseExpected(evidence, distanceM);
      if (expected === null || expected.value > -2 * expected.standardError) return [];
      return [changed(found, { base: movedBy(base, expected.value) }, { because: 'The base is exactly 0.' })];
    },
  ),
  byEvidence(
    {
      code: 'height.eye-twice',
      name: 'The height of the eye was added twice',
      effect: 'The tree gains the height of an eye.',
      suggestedFix: 'Take the height of the eye off the distance.',
      evidence: 'The distance measured another way, or another figure for the height.',
    },
    (found) => {
      const { back, eye } = found.readings;
      if (back === undefined || eye === undefined) return [];
      const less = convert(eye.value, eye.unit, back.unit);
      return [changed(found, { back: { ...back, value: Number((back.value - less).toFixed(2)) } })];
    },
  ),
  byEvidence(
    {
      code: 'height.mark-below',
      name: 'The mark lies below the level line',
      effect: 'The mark seems too far above the base, the tree too near and too short.',
      suggestedFix: 'Turn the sign of the mark.',
      evidence: 'Another figure for the height, or the level distance.',
      replaces: [HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.lowMark],
    },
    (found) => {
      const { mark } = found.readings;
      if (!isSight(mark) || !(mark.value > 0)) return [];
      return [
        changed(
          found,
          { mark: { ...mark, value: -mark.value } },
          { because: `The mark is read at +${String(mark.value)} ${unitOf(mark.unit).symbol}, above your eye.` },
        ),
      ];
    },
  ),
  byMethod({
    code: HEIGHT_FINDINGS.tooClose,
    name: 'Closer than the tree is tall',
    effect: 'Each degree is worth more, and a broad crown hides its tip.',
    suggestedFix: 'Go back until the top is seen under 45° or less.',
    evidence: 'The sight to the top.',
  }),
];
