import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { LOOK_WHERE_YOU_WALK, toTheAxis } from '../distances.ts';
import { degreesTerm, groundLength, levelPart, sight, TRIGONOMETRY } from '../sights.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'distance.laser',
  version: 1,
  measure: 'distance',
  name: message('height.distance-laser.name', 'Laser rangefinder, to the bark'),
  summary: message(
    'height.distance-laser.summary',
    'A laser shows the slope distance; its angle gives the horizontal distance.',
  ),
  help: [message('height.aim-at-a-board-or', 'Aim at a board or bare bark: leaves in front reflect first.')],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'sighted',
      label: message('height.distance-laser.label', 'laser distance'),
      ask: message('height.distance-laser.ask', 'Read the slope distance'),
      place: 'ground',
      shortcut: 'd',
      callout: 'xl',
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
    }),
    sight({
      key: 'along',
      label: message('height.distance-laser.angle-of-the-sight', 'angle of the sight'),
      ask: message('height.distance-laser.read-the-angle-of-this', 'Read the angle of this sight'),
      place: 'side',
      shortcut: 'l',
      callout: 'xla',
    }),
  ],
  example: { sighted: { value: 24, unit: 'm' }, along: { value: -9, unit: 'deg' } },
  picture: { observer: false },
  source: TRIGONOMETRY,
  order: 60,
};

/** d = s cos β + dbh ÷ 2. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('distance', context.unitSystem);
    const sighted = lengthIn(readingOf(readings, 'sighted'), unit, 'distance', book);
    const along = degreesTerm(readingOf(readings, 'along'), 'sight', book);
    return toTheAxis(
      levelPart(
        sighted,
        along,
        unit,
        message('height.horizontal-part-of-the-sight', 'horizontal part of the sight'),
        book,
      ),
      book,
      context,
    );
  },
  diagnose: (diagnosis) => diagnoseHalfTrunk(diagnosis, 'sighted'),
};
