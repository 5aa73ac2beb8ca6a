import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { levelDistance, sight, step, tangentOf, timesDifference } from '../sights.ts';

const SOURCE = 'Complement of the angle that a plumb line shows';

const description: MethodDescription = {
  id: 'height.protractor',
  version: 1,
  measure: 'height',
  name: 'Protractor, straw and plumb line',
  summary: 'The plumb line shows 90° on a level sight; turned up it shows less, turned down more.',
  help: ['Let the plumb line come to rest, pinch it, then read.', 'Read the same edge for both: 90° is level.'],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    sight({
      key: 'topLine',
      label: 'plumb line at the top',
      ask: 'Sight the tip through the straw and read the plumb line',
      place: 'tip',
      shortcut: 't',
      callout: 'pt',
      units: ['deg'],
      defaultUnit: { metric: 'deg', imperial: 'deg' },
      range: { deg: [6, 174] },
      rangeHint: 'A level sight reads 90°.',
      graduation: { deg: 0.5 },
      typicalError: { deg: 1 },
      signed: false,
      instrument: 'protractor',
    }),
    sight({
      key: 'baseLine',
      label: 'plumb line at the base',
      ask: 'Sight the foot through the straw and read the plumb line',
      place: 'base',
      shortcut: 'b',
      callout: 'pb',
      units: ['deg'],
      defaultUnit: { metric: 'deg', imperial: 'deg' },
      range: { deg: [6, 174] },
      rangeHint: 'A level sight reads 90°.',
      graduation: { deg: 0.5 },
      typicalError: { deg: 1 },
      signed: false,
      instrument: 'protractor',
    }),
    levelDistance,
  ],
  example: {
    topLine: { value: 55, unit: 'deg' },
    baseLine: { value: 94, unit: 'deg' },
    distance: { value: 24, unit: 'm' },
  },
  picture: { observer: true },
  source: SOURCE,
  order: 90,
};

/** H = d (tan(90 − t) − tan(90 − b)). */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const result = resultUnit('height', context.unitSystem);
    const distance = lengthIn(readingOf(readings, 'distance'), result.unit, 'distance', book);
    const rise = (key: string, label: string) => {
      const angle = step(
        book,
        [book.given(90), book.given(readingOf(readings, key).value)],
        (level, read) => level - read,
        (level, read) => `${level} − ${read}`,
        { decimals: 1, unit: '°', rule: `${label}: the plumb line shows 90° on a level sight`, source: SOURCE },
      );
      return tangentOf(angle, label, book);
    };
    return timesDifference(distance, [rise('topLine', 'top'), rise('baseLine', 'base')], book, result);
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'topLine'),
};
