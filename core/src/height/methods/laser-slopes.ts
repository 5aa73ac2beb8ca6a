import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { degreesTerm, groundLength, risePart, sight } from '../sights.ts';

const SOURCE =
  'Bragg 2008, South. J. Appl. For. 32; Larjavaara & Muller-Landau 2013, Methods Ecol. Evol. 4: sine method';

const description: MethodDescription = {
  id: 'height.laser-slopes',
  version: 1,
  measure: 'height',
  name: 'Laser, slope distances and angles',
  summary:
    'Slope distance and angle to the top and to a mark: true also for a leaning tree, for the point that is hit.',
  help: [
    'The beam must reach the tip itself: leaves in front of it read too low.',
    'Give the height of the mark above the ground; 0 where the foot itself was shot.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'topSlope',
      label: 'slope distance to the top',
      ask: 'Shoot the tip and read the slope distance',
      place: 'tip',
      shortcut: 't',
      callout: 'lt',
      range: { m: [1, 300], ft: [3.3, 984] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
    }),
    sight({
      key: 'topAngle',
      label: 'angle to the top',
      ask: 'Read the angle of that shot',
      place: 'tip',
      shortcut: 'g',
      callout: 'lta',
    }),
    groundLength({
      key: 'markSlope',
      label: 'slope distance to the mark',
      ask: 'Shoot the mark or the foot and read the slope distance',
      place: 'ground',
      shortcut: 'd',
      callout: 'lb',
      range: { m: [1, 300], ft: [3.3, 984] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
    }),
    sight({
      key: 'markAngle',
      label: 'angle to the mark',
      ask: 'Read the angle of that shot',
      place: 'base',
      shortcut: 'b',
      callout: 'lba',
    }),
    groundLength({
      key: 'mark',
      label: 'height of the mark',
      ask: 'Measure how high the mark is above the ground; 0 for the foot',
      place: 'side',
      shortcut: 'k',
      callout: 'lmk',
      range: { m: [0, 12], ft: [0, 40] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      rangeHint: '0 where the foot itself was shot.',
    }),
  ],
  example: {
    topSlope: { value: 31, unit: 'm' },
    topAngle: { value: 32, unit: 'deg' },
    markSlope: { value: 26, unit: 'm' },
    markAngle: { value: -2, unit: 'deg' },
    mark: { value: 1.3, unit: 'm' },
  },
  picture: { observer: true },
  source: SOURCE,
  order: 81,
};

/** H = s sin a − s' sin a' + height of the mark. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const rise = (slope: string, angle: string, label: string) =>
      risePart(
        lengthIn(readingOf(readings, slope), unit, label, book),
        degreesTerm(readingOf(readings, angle), label, book),
        unit,
        `${label} above the eye`,
        book,
      );
    const top = rise('topSlope', 'topAngle', 'top');
    const mark = rise('markSlope', 'markAngle', 'mark');
    const height = lengthIn(readingOf(readings, 'mark'), unit, 'height of the mark', book);
    return book.step({
      terms: [top, mark, height],
      compute: (t = 0, m = 0, h = 0) => t - m + h,
      write: (t = '', m = '', h = '') => `${t} − ${m} + ${h}`,
      decimals,
      final: true,
      unit,
      rule: 'from the mark to the top, and from the ground to the mark',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'topAngle'),
};
