import { GIRTH_SOURCE, girthOverPi } from '../girth-steps.ts';
import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { diagnoseDiameterAsGirth } from '../diameter-findings.ts';
import { roundStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.string',
  version: 1,
  measure: 'diameter',
  name: message('diameter.string.name', 'String laid on a ruler'),
  summary: message(
    'diameter.string.summary',
    'A string around the stem, marked where it meets itself and laid on a ruler: if there is no tape.',
  ),
  help: [
    message('diameter.use-a-string-that-does', 'Use a string that does not stretch; wet wool does.'),
    message('diameter.use-the-same-tension-on', 'Use the same tension on the ruler as around the stem.'),
    message('diameter.mark-where-it-meets-its', 'Mark where it meets its own end, not the knot.'),
  ],
  safety: message(
    'diameter.string.safety',
    'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  ),
  readings: [
    roundStem({
      key: 'string',
      label: message('diameter.string.label', 'string'),
      ask: message('diameter.string.ask', 'Lay the string on a ruler and read its length from end to mark'),
      shortcut: 'r',
      callout: 'str',
      instrument: 'string and ruler',
      errorCm: 1.5,
    }),
  ],
  ...ROUND_THE_STEM,
  example: { string: { value: 113, unit: 'cm' } },
  picture: { observer: false, section: 'string' },
  source: GIRTH_SOURCE,
  order: 50,
};

/** Diameter of the circle whose girth a string has. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('diameter', context.unitSystem);
    const girth = lengthIn(readingOf(readings, 'string'), unit, 'string', book);
    return girthOverPi(girth, message('diameter.length-of-the-string', 'length of the string ÷ π'), book, context);
  },
  diagnose: (diagnosis) => diagnoseDiameterAsGirth(diagnosis, readingOf(diagnosis.readings, 'string'), 'string'),
};
