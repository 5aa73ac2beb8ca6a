import { GIRTH_SOURCE, girthOverPi } from '../girth-steps.ts';
import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { diagnoseDiameterAsGirth } from '../diameter-findings.ts';
import { roundStem } from '../stem-readings.ts';

const description: MethodDescription = {
  id: 'diameter.string',
  version: 1,
  measure: 'diameter',
  name: 'String laid on a ruler',
  summary: 'A string round the stem, marked where it meets itself and laid along a ruler: where there is no tape.',
  help: [
    'Use a string that does not stretch; wet wool does.',
    'Pull it as tight on the ruler as it was round the stem.',
    'Mark where it meets its own end, not where the knot is.',
  ],
  safety: 'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  readings: [
    roundStem({
      key: 'string',
      label: 'string',
      ask: 'Lay the string along a ruler and read its length from end to mark',
      shortcut: 'r',
      callout: 'str',
      instrument: 'string and ruler',
      errorCm: 1.5,
    }),
  ],
  ...ROUND_THE_STEM,
  example: { string: { value: 113, unit: 'cm' } },
  picture: { observer: false },
  source: GIRTH_SOURCE,
  order: 50,
};

/** Diameter of the circle whose girth a string has. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('diameter', context.unitSystem);
    const girth = lengthIn(readingOf(readings, 'string'), unit, 'string', book);
    return girthOverPi(girth, 'length of the string over π', book, context);
  },
  diagnose: (diagnosis) => diagnoseDiameterAsGirth(diagnosis, readingOf(diagnosis.readings, 'string'), 'string'),
};
