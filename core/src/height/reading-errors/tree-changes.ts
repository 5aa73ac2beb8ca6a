import { convert, lengthWords } from '../../units/index.ts';
import type { ReadingValue } from '../../measurement/index.ts';
import { crownEdgeReadingM } from '../geometry.ts';
import { tangentOfReading } from './evidence.ts';
import { type HeightCase, type Suspicion } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The eye above the foot, as the sight to the base has it. */
export const eyeAboveFootM = ({ readings, distanceM }: HeightCase): number | null => {
  const base = tangentOfReading(readings, 'base');
  return base === null || distanceM === null ? null : -distanceM * base;
};

/** The height behind the near edge of a crown: the one whose edge looks as high as what was read. */
export function behindTheEdge(found: HeightCase): Suspicion[] {
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
          because: message(
            'height.the-crown-is-wide-and',
            'The crown is {lengthWords} wide, and you are {distanceM} away.',
            {
              lengthWords: lengthWords(2 * crownRadiusM, found.context.unitSystem, 0),
              distanceM: lengthWords(distanceM, found.context.unitSystem, 0),
            },
          ),
        },
      ];
}

/** The height of a leaner, its top standing so far towards or away from the observer. */
export function leaning(found: HeightCase, sign: 1 | -1): Suspicion[] {
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
          because: message('height.the-top-is-out-of', 'The top is {leanOffsetM} out of plumb.', {
            leanOffsetM: lengthWords(leanOffsetM, found.context.unitSystem, 1),
          }),
        },
      ];
}

export const cm = (reading: ReadingValue): number => convert(reading.value, reading.unit, 'cm');

export const inUnitOf = (reading: ReadingValue, valueCm: number): ReadingValue => ({
  ...reading,
  value: Number(convert(valueCm, 'cm', reading.unit).toFixed(1)),
});
