import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { degreesTerm, groundLength, risePart, sight } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE =
  'Bragg 2008, South. J. Appl. For. 32; Larjavaara & Muller-Landau 2013, Methods Ecol. Evol. 4: sine method';

const description: MethodDescription = {
  id: 'height.laser-slopes',
  version: 1,
  measure: 'height',
  name: message('height.laser-slopes.name', 'Laser, slope distances and angles'),
  summary: message(
    'height.laser-slopes.summary',
    'Slope distance and angle to the top and to a mark. Correct for a leaning tree too, at the point that is hit.',
  ),
  help: [
    message(
      'height.the-beam-must-reach-the',
      'The beam must reach the tip itself: leaves in front give too low a height.',
    ),
    message(
      'height.enter-the-height-of-the',
      'Enter the height of the mark above the ground; 0 if you aimed at the base.',
    ),
  ],
  safety: message(
    'height.laser-slopes.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'topSlope',
      label: message('height.laser-slopes.label', 'slope distance to the top'),
      ask: message('height.laser-slopes.ask', 'Aim at the tip and read the slope distance'),
      place: 'tip',
      shortcut: 't',
      callout: 'lt',
      range: { m: [1, 300], ft: [3.3, 984] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
    }),
    sight({
      key: 'topAngle',
      label: message('height.laser-slopes.angle-to-the-top', 'angle to the top'),
      ask: message('height.laser-slopes.read-the-angle-of-this', 'Read the angle of this shot'),
      place: 'tip',
      shortcut: 'g',
      callout: 'lta',
    }),
    groundLength({
      key: 'markSlope',
      label: message('height.laser-slopes.slope-distance-to-the-mark', 'slope distance to the mark'),
      ask: message('height.laser-slopes.aim-at-the-mark-or', 'Aim at the mark or the base and read the slope distance'),
      place: 'ground',
      shortcut: 'd',
      callout: 'lb',
      range: { m: [1, 300], ft: [3.3, 984] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
    }),
    sight({
      key: 'markAngle',
      label: message('height.laser-slopes.angle-to-the-mark', 'angle to the mark'),
      ask: message('height.laser-slopes.read-the-angle-of-this', 'Read the angle of this shot'),
      place: 'base',
      shortcut: 'b',
      callout: 'lba',
    }),
    groundLength({
      key: 'mark',
      label: message('height.laser-slopes.height-of-the-mark', 'height of the mark'),
      ask: message(
        'height.laser-slopes.measure-the-height-of-the',
        'Measure the height of the mark above the ground; 0 for the base',
      ),
      place: 'side',
      shortcut: 'k',
      callout: 'lmk',
      range: { m: [0, 12], ft: [0, 40] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      rangeHint: message('height.laser-slopes.rangeHint', '0 if you aimed at the base.'),
    }),
  ],
  example: {
    topSlope: { value: 31, unit: 'm' },
    topAngle: { value: 32, unit: 'deg' },
    markSlope: { value: 26, unit: 'm' },
    markAngle: { value: -2, unit: 'deg' },
    mark: { value: 1.3, unit: 'm' },
  },
  picture: { observer: true, held: 'laser' },
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
        message('height.above-the-eye', '{label} above the eye', { label }),
        book,
      );
    const top = rise('topSlope', 'topAngle', 'top');
    const mark = rise('markSlope', 'markAngle', 'mark');
    const height = lengthIn(
      readingOf(readings, 'mark'),
      unit,
      message('height.height-of-the-mark', 'height of the mark'),
      book,
    );
    return book.step({
      terms: [top, mark, height],
      compute: (t = 0, m = 0, h = 0) => t - m + h,
      write: (t = '', m = '', h = '') => `${t} − ${m} + ${h}`,
      decimals,
      final: true,
      unit,
      rule: message('height.from-the-mark-to-the', 'from the mark to the top, plus the height of the mark'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'topAngle'),
};
