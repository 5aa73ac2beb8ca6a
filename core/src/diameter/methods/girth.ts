import { GIRTH_SOURCE, girthOverPi } from '../girth-steps.ts';
import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { diagnoseDiameterAsGirth } from '../diameter-findings.ts';
import { roundStem } from '../stem-readings.ts';

const girth = roundStem({
  key: 'girth',
  label: 'girth',
  ask: 'Read the plain tape round the stem at breast height, square to the stem',
  shortcut: 'r',
  callout: 'g',
  instrument: 'tape',
  errorCm: 1,
});

const description: MethodDescription = {
  id: 'diameter.girth',
  version: 1,
  measure: 'diameter',
  name: 'Girth',
  summary: 'An ordinary tape round the stem; the app divides by π.',
  help: [
    'Hold the tape square to the stem, at breast height measured from the ground where the field rules say.',
    'A sagging or slanting tape reads too much, never too little.',
    'Do not divide by 3: that is 4.7 % too much: 1.5 cm on a metre of girth, 0.6 in on 40 in.',
  ],
  safety: 'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  readings: [girth],
  ...ROUND_THE_STEM,
  example: { girth: { value: 113, unit: 'cm' } },
  picture: { observer: false },
  source: GIRTH_SOURCE,
  order: 20,
};

/** Diameter of the circle that has the measured girth. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('diameter', context.unitSystem);
    const girth = lengthIn(readingOf(readings, 'girth'), unit, 'girth', book);
    return girthOverPi(girth, 'girth over π', book, context);
  },
  diagnose: (diagnosis) => diagnoseDiameterAsGirth(diagnosis, readingOf(diagnosis.readings, 'girth'), 'girth'),
};
