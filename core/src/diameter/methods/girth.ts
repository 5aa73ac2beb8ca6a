import { GIRTH_SOURCE, girthOverPi } from '../girth-steps.ts';
import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { diagnoseDiameterAsGirth } from '../diameter-findings.ts';
import { roundStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const girth = roundStem({
  key: 'girth',
  label: message('diameter.girth.label', 'girth'),
  ask: message('diameter.girth.ask', 'Read the plain tape around the stem at breast height, square to the stem'),
  hint: message(
    'diameter.tape-hint',
    'Alone, a tack holds the end of the tape: ask the owner and take it out again. Leave no band on the trunk.',
  ),
  shortcut: 'r',
  callout: 'g',
  instrument: 'tape',
  errorCm: 1,
});

const description: MethodDescription = {
  id: 'diameter.girth',
  version: 1,
  measure: 'diameter',
  name: message('diameter.girth.name', 'Girth'),
  summary: message('diameter.girth.summary', 'An ordinary tape around the stem; the application divides by π.'),
  help: [
    message(
      'diameter.hold-the-tape-square-to',
      'Hold the tape square to the stem, at breast height measured from the ground on the side of the field rules.',
    ),
    message('diameter.a-sagging-or-slanting-tape', 'A sagging or slanting tape reads too much, never too little.'),
    message(
      'diameter.do-not-divide-by-3',
      'Do not divide by 3: that is 4.7 % too much, 1.5 cm for a girth of 1 m or 0.6 in for 40 in.',
    ),
  ],
  safety: message(
    'diameter.girth.safety',
    'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  ),
  readings: [girth],
  ...ROUND_THE_STEM,
  example: { girth: { value: 113, unit: 'cm' } },
  picture: { observer: false, section: 'tape' },
  source: GIRTH_SOURCE,
  order: 20,
};

/** Diameter of the circle that has the measured girth. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('diameter', context.unitSystem);
    const girth = lengthIn(readingOf(readings, 'girth'), unit, 'girth', book);
    return girthOverPi(girth, message('diameter.girth', 'girth ÷ π'), book, context);
  },
  diagnose: (diagnosis) => diagnoseDiameterAsGirth(diagnosis, readingOf(diagnosis.readings, 'girth'), 'girth'),
};
