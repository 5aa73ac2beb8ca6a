import type { Finding, Term, Workbook } from '../uncertainty/index.ts';
import { type Diagnosis, lengthIn, readingOf, type Readings, type ReadingSpec } from '../measurement/index.ts';
import { degreesToRadians, isSlopeUnit, printRounded, slopeTangent, type UnitId } from '../units/index.ts';
import { diagnoseHeight } from './diagnose-height.ts';
import { degreesTerm, groundLength, levelPart, sight } from './sights.ts';
import { HEIGHT_FINDINGS, heightFinding } from './height-findings.ts';

export type Staff = 'vertical' | 'horizontal';

/** Readings of a distance that a base staff gives: the fixed one, and the sight to the staff. */
export const baseStaff = (callout: string): readonly ReadingSpec[] => [
  groundLength({
    key: 'fixed',
    label: 'fixed distance',
    ask: 'Step to where the two pictures of the staff meet, and read its fixed distance',
    place: 'ground',
    shortcut: 'd',
    callout,
    typicalError: { m: 0.15, ft: 0.5 },
    instrument: 'base staff',
  }),
  sight({
    key: 'via',
    label: 'sight to the staff',
    ask: 'Sight the middle of the staff and read the scale',
    place: 'side',
    shortcut: 'l',
    callout: `${callout}a`,
  }),
];

/**
 * Level distance by a staff of fixed parallax: D cos² β where it stands upright, D cos β where it lies level.
 *
 * Source: derived from a fixed parallax angle; agrees with the exact solution for staffs of 0.9 m to 1.8 m within 0.02 %
 * up to 24°.
 */
export function staffDistanceM(fixedM: number, sightDeg: number, staff: Staff): number {
  const cosine = Math.cos(degreesToRadians(sightDeg));
  return fixedM * (staff === 'vertical' ? cosine * cosine : cosine);
}

/** The level distance as a line of the workings. */
export function baseStaffLevel(readings: Readings, staff: Staff, unit: UnitId, book: Workbook): Term {
  const fixed = lengthIn(readingOf(readings, 'fixed'), unit, 'fixed distance', book);
  const via = degreesTerm(readingOf(readings, 'via'), 'sight to the staff', book);
  const along = levelPart(
    fixed,
    via,
    unit,
    staff === 'vertical' ? 'the upright staff looks shorter on a slope' : 'the level part of the sight',
    book,
  );
  if (staff === 'horizontal') return along;
  return levelPart(along, via, unit, 'and the level part of the sight', book);
}

/** What the other way of holding the staff would have given, where it matters. */
export function diagnoseBaseStaff(diagnosis: Diagnosis, staff: Staff): Finding[] {
  const { readings, value, print } = diagnosis;
  const odd = diagnoseHeight(diagnosis, 'top');
  const { value: read, unit } = readingOf(readings, 'via');
  const cosine = 1 / Math.hypot(1, isSlopeUnit(unit) ? slopeTangent(read, unit) : 0);
  const other = staff === 'vertical' ? value / cosine : value * cosine;
  if (Math.abs(other / value - 1) < 0.01 || odd.some(({ severity }) => severity === 'stop')) return odd;
  const held = staff === 'vertical' ? 'level' : 'upright';
  return [
    ...odd,
    heightFinding(
      HEIGHT_FINDINGS.otherStaff,
      'note',
      'via',
      `The staff was ${staff === 'vertical' ? 'upright' : 'level'}?`,
      `Had it been held ${held}, the height would be ${print(other)} instead of ${print(value)}: ${printRounded(Math.abs(other / value - 1) * 100, 1)} % ${other > value ? 'more' : 'less'}.`,
    ),
  ];
}
