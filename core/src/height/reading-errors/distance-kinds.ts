import { readingOf, type ReadingValue } from '../../measurement/index.ts';
import { convert, lengthWords, printRounded } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { soundFactor } from '../sound.ts';
import { byEvidence, changed, type HeightCase, type ReadingErrorKind, type Suspicion } from './reading-error-kind.ts';

/** The reading on the ground that the height leans on, by its key. */
const groundReading = ({ readings }: HeightCase): readonly [string, ReadingValue] | null => {
  const key = ['distance', 'tape', 'fixed', 'slope', 'back', 'eyeToBase', 'treeShadow'].find(
    (each) => readings[each] !== undefined,
  );
  return key === undefined ? null : [key, readingOf(readings, key)];
};

/** The distance with another figure, in its own unit. */
function distanceOf(
  found: HeightCase,
  change: (reading: ReadingValue) => ReadingValue | null,
  because = '',
): Suspicion[] {
  const ground = groundReading(found);
  if (ground === null) return [];
  const [key, reading] = ground;
  const next = change(reading);
  if (next === null || !(next.value > 0)) return [];
  const rounded = { ...next, value: Number(next.value.toFixed(2)) };
  return [changed(found, { [key]: rounded }, because === '' ? {} : { because })];
}

const scaledBy = (found: HeightCase, factor: number, because = ''): Suspicion[] =>
  distanceOf(found, (reading) => ({ ...reading, value: reading.value * factor }), because);

const isScaleOfMetres = (found: HeightCase): boolean => /^m\d\d$/.test(found.readings.top?.unit ?? '');

/** Distances at which fixed scales are read. */
const STANDS_M = [15, 20, 25, 30] as const;

/** Slips with the distance. */
export const DISTANCE_KINDS: readonly ReadingErrorKind[] = [
  byEvidence(
    {
      code: 'height.scale-of-other-distance',
      name: 'The scale of another distance was read',
      effect: 'The height is off by the ratio of the distances.',
      suggestedFix: 'Give the distance at which you stood.',
      evidence: 'The distance measured another way.',
      replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
    },
    (found) => {
      const { distance } = found.readings;
      if (!isScaleOfMetres(found) || distance?.unit !== 'm' || !STANDS_M.some((each) => each === distance.value))
        return [];
      return STANDS_M.filter((each) => each !== distance.value).flatMap((standM) =>
        distanceOf(found, (reading) => ({ ...reading, value: standM })),
      );
    },
  ),
  byEvidence(
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
  ),
  byEvidence(
    {
      code: 'height.cosine-once',
      name: 'The staff stood upright, and the cosine was taken once',
      effect: 'The height comes out too large, by one over the cosine of the sight.',
      suggestedFix: 'Take the method for an upright staff: cos².',
      evidence: 'The distance or the height from elsewhere.',
      replaces: [HEIGHT_FINDINGS.otherStaff],
    },
    (found) =>
      found.methodId === 'height.base-staff-horizontal'
        ? [changed(found, {}, { methodId: 'height.base-staff-vertical' })]
        : [],
  ),
  byEvidence(
    {
      code: 'height.cosine-twice',
      name: 'The staff lay level, and the cosine was taken twice',
      effect: 'The height comes out too small, by the cosine of the sight.',
      suggestedFix: 'Take the method for a level staff: cos.',
      evidence: 'The distance or the height from elsewhere.',
      replaces: [HEIGHT_FINDINGS.otherStaff],
    },
    (found) =>
      found.methodId === 'height.base-staff-vertical'
        ? [changed(found, {}, { methodId: 'height.base-staff-horizontal' })]
        : [],
  ),
  byEvidence(
    {
      code: 'height.feet-as-metres',
      name: 'Feet were noted as metres',
      effect: 'The height comes out 3.3 times too large.',
      suggestedFix: 'Give the distance in feet.',
      evidence: 'The distance measured another way, or another figure for the height.',
      replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.impossible],
    },
    (found) => distanceOf(found, (reading) => (reading.unit === 'm' ? { ...reading, unit: 'ft' } : null)),
  ),
  byEvidence(
    {
      code: 'height.metres-as-feet',
      name: 'Metres were noted as feet',
      effect: 'The height comes out at less than a third.',
      suggestedFix: 'Give the distance in metres.',
      evidence: 'The distance measured another way, or another figure for the height.',
      replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.tooClose],
    },
    (found) => distanceOf(found, (reading) => (reading.unit === 'ft' ? { ...reading, unit: 'm' } : null)),
  ),
  byEvidence(
    {
      code: 'height.paces-as-metres',
      name: 'Paces were noted as metres',
      effect: 'The height is off by the length of the pace.',
      suggestedFix: 'Multiply the paces by the length of your pace.',
      evidence: 'Your pace, a whole number of paces, and the distance or the height from elsewhere.',
      replaces: [HEIGHT_FINDINGS.slenderness],
    },
    (found) => {
      const { paceM } = found.evidence;
      const ground = groundReading(found);
      if (paceM === undefined || ground === null || !Number.isInteger(ground[1].value) || ground[1].unit !== 'm')
        return [];
      return scaledBy(found, paceM, `A pace of yours is ${lengthWords(paceM, found.context.unitSystem)}.`);
    },
  ),
  byEvidence(
    {
      code: 'height.steps-as-paces',
      name: 'Single steps were counted as paces',
      effect: 'The distance and with it the height come out at twice.',
      suggestedFix: 'Take half the distance.',
      evidence: 'The distance measured another way, or another figure for the height.',
      replaces: [HEIGHT_FINDINGS.slenderness],
    },
    (found) => scaledBy(found, 0.5),
  ),
  byEvidence(
    {
      code: 'height.half-trunk-forgotten',
      name: 'The distance ends at the bark',
      effect: 'Half the trunk is missing from the distance: much on thick trees.',
      suggestedFix: 'Add half the diameter.',
      evidence: 'The dbh, and the distance to the axis measured another way.',
      replaces: [HEIGHT_FINDINGS.noHalfTrunk],
    },
    (found) => halfTrunk(found, 1),
  ),
  byEvidence(
    {
      code: 'height.half-trunk-twice',
      name: 'Half the trunk was added twice',
      effect: 'The distance is half a trunk too long: much on thick trees.',
      suggestedFix: 'Take half the diameter off the distance.',
      evidence: 'The dbh, and the distance to the axis measured another way.',
    },
    (found) => halfTrunk(found, -1),
  ),
  byEvidence(
    {
      code: 'height.wrong-tree',
      name: 'The distance belongs to the tree beside it',
      effect: 'The height is off by the ratio of the distances.',
      suggestedFix: 'Give the distance to this tree.',
      evidence: 'The distances to the trees beside, and one to this tree measured another way.',
      replaces: [HEIGHT_FINDINGS.slenderness],
    },
    (found) => {
      const { neighboursM, distance } = found.evidence;
      const { distanceM } = found;
      if (neighboursM === undefined || distance === undefined || distanceM === null) return [];
      const nearest = neighboursM.find((each) => Math.abs(each - distanceM) <= 0.02 * each);
      const isOwn = Math.abs(distance.value - distanceM) <= 3 * distance.standardError;
      return nearest === undefined || isOwn
        ? []
        : scaledBy(
            found,
            distance.value / distanceM,
            `A tree beside this one stands ${lengthWords(nearest, found.context.unitSystem, 1)} away.`,
          );
    },
  ),
  byEvidence(
    {
      code: 'height.other-temperature',
      name: 'The ultrasonic was calibrated in other air',
      effect: 'Sound runs slower in the cold: 14 °C are 2.5 % of the distance.',
      suggestedFix: 'Calibrate it again, or correct the distance by the temperatures.',
      evidence: 'The temperature at the calibration and now.',
    },
    (found) => {
      const { air } = found.evidence;
      const { slope } = found.readings;
      if (air === undefined || slope === undefined) return [];
      const factor = soundFactor(air.nowC, air.calibratedC);
      if (Math.abs(factor - 1) < 0.01) return [];
      return [
        changed(
          found,
          { slope: { ...slope, value: Number((slope.value * factor).toFixed(2)) } },
          {
            certain: true,
            because: `It was calibrated at ${printRounded(air.calibratedC, 0)} °C, and it is ${printRounded(air.nowC, 0)} °C now.`,
          },
        ),
      ];
    },
  ),
];

/** Half a trunk more or less on the distance to the bark. Only a thick trunk can be told from the errors of a tape. */
function halfTrunk(found: HeightCase, sign: 1 | -1): Suspicion[] {
  const { dbhCm } = found.context;
  if (dbhCm === undefined || found.evidence.distance === undefined) return [];
  return distanceOf(found, (reading) => ({
    ...reading,
    value: reading.value + sign * convert(dbhCm / 2, 'cm', reading.unit),
  }));
}
