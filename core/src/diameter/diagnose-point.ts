import type { Finding } from '../uncertainty/index.ts';
import { type Diagnosis, readingOf } from '../measurement/index.ts';
import { convert, printRounded } from '../units/index.ts';
import { DIAMETER_FINDINGS } from './diameter-findings.ts';

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
        title: 'The point lies above the tree',
        message: `The diameter would be taken at ${print(value)}, and the tree is ${print(heightM)} tall. Look at the unit, and at the height.`,
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
      title: 'Higher than a tape reaches',
      message: `A point at ${print(value)} is out of reach from the ground. If it was read with an optical instrument, leave it; otherwise look at the unit.`,
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
      label: `take ${printRounded(read, read % 1 === 0 ? 0 : 2)} as ${other}`,
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
      title: 'The rules ask for a measured height',
      message:
        'The mark on the body helps to find the place. Measure up from the ground and take that as the height of the point.',
      suggestedFixes: [],
    },
  ];
}
