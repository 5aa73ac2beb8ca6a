import { lengthIn, readingOf, resultUnit, type Method, type MethodDescription } from '../../method/index.ts';
import { diagnoseHeight } from '../height-slips.ts';
import { diagnoseHalfTrunk, halfTrunk } from '../half-trunk.ts';
import {
  degreesTerm,
  groundLength,
  levelPart,
  risePart,
  shortLength,
  sight,
  tangentTerm,
  topSight,
} from '../sights.ts';

const SOURCE = 'Trigonometric height with a transponder; half the diameter for the top only';

const description: MethodDescription = {
  id: 'height.ultrasonic',
  version: 1,
  measure: 'height',
  name: 'Ultrasonic with a transponder',
  summary:
    'The slope distance and angle to a transponder on the trunk, and the sight to the top; half the trunk is added for the top.',
  help: [
    'Hang the transponder at its set height on the side towards you.',
    'Check it against a taped 10 m each morning: cold air carries sound slower, by 2.5 % over 14 degrees.',
    'Half the trunk is added for the top only: type the dbh.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'slope',
      label: 'to the transponder',
      ask: 'Read the distance to the transponder',
      place: 'ground',
      shortcut: 'd',
      callout: 'us',
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'ultrasonic hypsometer',
    }),
    sight({
      key: 'via',
      label: 'angle to the transponder',
      ask: 'Aim at the transponder and read the angle',
      place: 'base',
      shortcut: 'b',
      callout: 'usa',
    }),
    topSight,
    shortLength({
      key: 'hung',
      label: 'transponder hangs at',
      ask: 'Measure how high the transponder hangs',
      place: 'side',
      shortcut: 'k',
      callout: 'hung',
    }),
  ],
  picture: { observer: true },
  source: SOURCE,
  order: 85,
};

/** H = h + (s cos a + dbh ÷ 2) tan t − s sin a. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const slope = lengthIn(readingOf(readings, 'slope'), unit, 'distance', book);
    const angle = degreesTerm(readingOf(readings, 'via'), 'transponder', book);
    const level = levelPart(slope, angle, unit, 'level distance to the transponder', book);
    const rise = risePart(slope, angle, unit, 'transponder above the eye', book);
    const toAxis = halfTrunk(level, unit, 'the top stands over the axis, half a trunk farther', context, book);
    const top = tangentTerm(readingOf(readings, 'top'), 'top', book);
    const hung = lengthIn(readingOf(readings, 'hung'), unit, 'transponder', book);
    return book.step({
      terms: [hung, toAxis, top, rise],
      compute: (h = 0, d = 0, t = 0, r = 0) => h + d * t - r,
      write: (h = '', d = '', t = '', r = '') => `${h} + ${d} × ${t} − ${r}`,
      decimals,
      final: true,
      unit,
      rule: 'up to the transponder, and from it to the top',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => [...diagnoseHeight(diagnosis, 'top'), ...diagnoseHalfTrunk(diagnosis, 'slope')],
};
