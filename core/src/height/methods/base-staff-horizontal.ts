import { type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { baseStaff, baseStaffLevel, diagnoseBaseStaff } from '../base-staff.ts';
import { baseSight, tangentTerm, timesDifference, topSight } from '../sights.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'height.base-staff-horizontal',
  version: 1,
  measure: 'height',
  name: message('height.base-staff-horizontal.name', 'Pendulum hypsometer, horizontal staff'),
  summary: message(
    'height.base-staff-horizontal.summary',
    'The distance comes from a staff at the trunk, seen double through the prism. Hold the staff horizontal and at right angles to the sight.',
  ),
  help: [
    message(
      'height.a-horizontal-staff-is-not',
      'A horizontal staff is not foreshortened: horizontal distance = fixed distance × cosine of the sight.',
    ),
    message(
      'height.step-back-or-forward-until',
      'Step back or forward until the two images of the staff meet end to end.',
    ),
  ],
  safety: message(
    'height.base-staff-horizontal.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [topSight, baseSight, ...baseStaff('hs')],
  example: {
    top: { value: 70, unit: 'pct' },
    base: { value: -10, unit: 'pct' },
    fixed: { value: 20, unit: 'm' },
    via: { value: -9, unit: 'deg' },
  },
  picture: { observer: true, held: 'pendulum' },
  source: 'ISO 80000-3 for the angles; derived with a fixed parallax: d = D cos β',
  order: 21,
};

/** H = d (tan t − tan b) with d = D cos β. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const result = resultUnit('height', context.unitSystem);
    const level = baseStaffLevel(readings, 'horizontal', result.unit, book);
    const sights = [
      tangentTerm(readingOf(readings, 'top'), 'top', book),
      tangentTerm(readingOf(readings, 'base'), 'base', book),
    ] as const;
    return timesDifference(level, sights, book, result);
  },
  diagnose: (diagnosis) => diagnoseBaseStaff(diagnosis, 'horizontal'),
};
