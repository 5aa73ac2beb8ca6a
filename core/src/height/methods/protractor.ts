import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { levelDistance, sight, step, tangentOf, timesDifference } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Complement of the angle that a plumb line shows';

const description: MethodDescription = {
  id: 'height.protractor',
  version: 1,
  measure: 'height',
  name: message('height.protractor.name', 'Protractor, straw and plumb line'),
  summary: message(
    'height.protractor.summary',
    'The plumb line shows 90° on a horizontal sight, less when sighting up, more when sighting down.',
  ),
  help: [
    message('height.let-the-plumb-line-come', 'Let the plumb line come to rest, pinch it, then read.'),
    message('height.read-the-same-scale-for', 'Read the same scale for both: 90° is horizontal.'),
  ],
  safety: message(
    'height.protractor.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    sight({
      key: 'topLine',
      label: message('height.protractor.label', 'plumb line at the top'),
      ask: message('height.protractor.ask', 'Sight the tip through the straw and read the plumb line'),
      place: 'tip',
      shortcut: 't',
      callout: 'pt',
      units: ['deg'],
      defaultUnit: { metric: 'deg', imperial: 'deg' },
      range: { deg: [6, 174] },
      rangeHint: message('height.protractor.rangeHint', 'A horizontal sight reads 90°.'),
      graduation: { deg: 0.5 },
      typicalError: { deg: 1 },
      signed: false,
      instrument: 'protractor',
    }),
    sight({
      key: 'baseLine',
      label: message('height.protractor.plumb-line-at-the-base', 'plumb line at the base'),
      ask: message(
        'height.protractor.sight-the-base-through-the',
        'Sight the base through the straw and read the plumb line',
      ),
      place: 'base',
      shortcut: 'b',
      callout: 'pb',
      units: ['deg'],
      defaultUnit: { metric: 'deg', imperial: 'deg' },
      range: { deg: [6, 174] },
      rangeHint: message('height.protractor.rangeHint', 'A horizontal sight reads 90°.'),
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
  picture: { observer: true, held: 'protractor' },
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
        {
          decimals: 1,
          unit: '°',
          rule: message('height.the-plumb-line-shows-90', '{label}: the plumb line shows 90° on a horizontal sight', {
            label,
          }),
          source: SOURCE,
        },
      );
      return tangentOf(angle, label, book);
    };
    return timesDifference(distance, [rise('topLine', 'top'), rise('baseLine', 'base')], book, result);
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'topLine'),
};
