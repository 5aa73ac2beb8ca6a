import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { LOOK_WHERE_YOU_WALK, toTheAxis } from '../distances.ts';
import { degreesTerm, groundLength, levelPart, sight, TRIGONOMETRY } from '../sights.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'distance.optical',
  version: 1,
  measure: 'distance',
  name: message('height.distance-optical.name', 'Optical rangefinder, to the bark'),
  summary: message(
    'height.distance-optical.summary',
    'Coincidence of two images, or marks on a staff; accurate to about 2 %.',
  ),
  help: [message('height.check-it-against-a-taped', 'Check it against a taped distance each morning.')],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'sighted',
      label: message('height.distance-optical.label', 'optical distance'),
      ask: message('height.distance-optical.ask', 'Read the slope distance'),
      place: 'ground',
      shortcut: 'd',
      callout: 'xo',
      typicalError: { m: 0.4, ft: 1.3 },
      instrument: 'optical rangefinder',
    }),
    sight({
      key: 'along',
      label: message('height.distance-optical.angle-of-the-sight', 'angle of the sight'),
      ask: message('height.distance-optical.read-the-angle-of-this', 'Read the angle of this sight'),
      place: 'side',
      shortcut: 'l',
      callout: 'xoa',
    }),
  ],
  example: { sighted: { value: 24, unit: 'm' }, along: { value: -9, unit: 'deg' } },
  picture: { observer: false },
  source: TRIGONOMETRY,
  order: 50,
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
