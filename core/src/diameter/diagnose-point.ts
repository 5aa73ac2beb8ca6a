import type { Finding } from '../uncertainty/index.ts';
import { type Diagnosis, readingOf } from '../measurement/index.ts';
import { convert, printRounded } from '../units/index.ts';
import { DIAMETER_FINDINGS } from './diameter-findings.ts';
import { message } from '../message/index.ts';

/** Above this a tape is out of reach from the ground, and the unit is asked about. */
const OUT_OF_REACH_M = 2.6;

/** Points that no tape can lie at, and those that are likelier in another unit. */
export function diagnosePoint({ value, context, readings, print }: Diagnosis): Finding[] {
  const { value: read, unit } = readingOf(readings, 'point');
  const { heightM } = context;
  if (heightM !== undefined && value > heightM) {
    return [
      {
        code: DIAMETER_FINDINGS.pointAboveTree,
        severity: 'check',
        reading: 'point',
        title: message('diameter.the-measuring-point-is-above', 'The measuring point is above the tree'),
        message: message(
          'diameter.the-measuring-point-is-but',
          'The measuring point is {value}, but the tree is {heightM} tall. Check the unit and the height.',
          { value: print(value), heightM: print(heightM) },
        ),
        suggestedFixes: mendsInOtherUnit(read, unit, print),
      },
    ];
  }
  if (value <= OUT_OF_REACH_M) return [];
  return [
    {
      code: DIAMETER_FINDINGS.pointOutOfReach,
      severity: 'check',
      reading: 'point',
      title: message('diameter.the-measuring-point-is-out', 'The measuring point is out of reach'),
      message: message(
        'diameter.a-point-at-is-out',
        'A point at {value} is out of reach from the ground. If you used an optical instrument, keep it; otherwise check the unit.',
        { value: print(value) },
      ),
      suggestedFixes: mendsInOtherUnit(read, unit, print),
    },
  ];
}

/** The same number in units in which it would lie within reach. */
function mendsInOtherUnit(read: number, unit: string, print: (value: number) => string): Finding['suggestedFixes'] {
  return (['ft', 'cm', 'in'] as const)
    .filter((other) => other !== unit)
    .map((other) => ({ other, m: convert(read, other, 'm') }))
    .filter(({ m }) => m >= 0.3 && m <= OUT_OF_REACH_M)
    .slice(0, 1)
    .map(({ other, m }) => ({
      label: message('diameter.take-as', 'Take {read} as {other}', {
        read: printRounded(read, read % 1 === 0 ? 0 : 2),
        other,
      }),
      measure: 'point' as const,
      changes: [{ reading: 'point', text: String(read), unit: other }],
      becomes: print(m),
    }));
}

/** A mark on the body is a helper: where the rules ask for a measured height it does not go on the record alone. */
export function notMeasured({ context }: Diagnosis): Finding[] {
  if (context.pointBy !== 'measured') return [];
  return [
    {
      code: DIAMETER_FINDINGS.pointNotMeasured,
      severity: 'check',
      reading: 'point',
      title: message('diameter.the-field-rules-require-a', 'The field rules require a measured height'),
      message: message(
        'diameter.the-body-mark-only-helps',
        'The body mark only helps to find the point. Measure its height from the ground with a tape.',
      ),
      suggestedFixes: [],
    },
  ];
}
