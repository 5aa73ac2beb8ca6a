import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { LOOK_WHERE_YOU_WALK, toTheAxis } from '../distances.ts';
import { degreesTerm, groundLength, levelPart, sight, TRIGONOMETRY } from '../sights.ts';

const description: MethodDescription = {
  id: 'distance.optical',
  version: 1,
  measure: 'distance',
  name: 'Optical rangefinder, to the bark',
  summary: 'Two pictures brought together, or marks on a staff: good to some two in a hundred.',
  help: ['Set it against a taped distance each morning.'],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'sighted',
      label: 'distance sighted',
      ask: 'Read the distance along the sight',
      place: 'ground',
      shortcut: 'd',
      callout: 'xo',
      typicalError: { m: 0.4, ft: 1.3 },
      instrument: 'optical rangefinder',
    }),
    sight({
      key: 'along',
      label: 'angle of the sight',
      ask: 'Read the angle of that sight',
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
    return toTheAxis(levelPart(sighted, along, unit, 'the level part of the sight', book), book, context);
  },
  diagnose: (diagnosis) => diagnoseHalfTrunk(diagnosis, 'sighted'),
};
