import {
  lengthIn,
  readingOf,
  resultUnit,
  type Method,
  type MethodDescription,
  type ReadingSpec,
} from '../../method/index.ts';
import { LARGEST_GIRTH_CM } from '../limits.ts';
import { diagnoseDiameterAsGirth } from '../slips.ts';

const girth: ReadingSpec = {
  key: 'girth',
  label: 'girth',
  ask: 'Read the plain tape round the stem at breast height, square to the stem',
  quantity: 'length',
  units: ['cm', 'mm', 'm', 'in', 'ft'],
  defaultUnit: { metric: 'cm', imperial: 'in' },
  range: {
    cm: [0.3, LARGEST_GIRTH_CM],
    mm: [3, LARGEST_GIRTH_CM * 10],
    m: [0.003, LARGEST_GIRTH_CM / 100],
    in: [0.12, 741],
    ft: [0.01, 61.8],
  },
  rangeHint: 'Check the unit: a girth is given in centimetres or inches.',
  graduation: { cm: 0.1, mm: 1, m: 0.01, in: 0.1, ft: 0.01 },
  typicalError: { cm: 1, mm: 10, m: 0.01, in: 0.4, ft: 0.03 },
  signed: false,
  place: 'ring',
  shortcut: 'r',
  callout: 'g',
  instrument: 'tape',
};

const description: MethodDescription = {
  id: 'diameter.girth',
  version: 1,
  measure: 'diameter',
  name: 'Girth',
  summary: 'An ordinary tape round the stem; the app divides by π.',
  help: [
    'Hold the tape square to the stem, at breast height measured from the ground on the uphill side.',
    'A sagging or slanting tape reads too much, never too little.',
    'Do not divide by 3: on a metre of girth that is 1.5 cm of diameter too much.',
  ],
  safety: 'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  readings: [girth],
  picture: { observer: false },
  source: 'd = c ÷ π: circumference of a circle',
  order: 20,
};

/** Diameter of the circle that has the measured girth. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    return book.step({
      terms: [lengthIn(readingOf(readings, 'girth'), unit, 'girth', book)],
      compute: (value = 0) => value / Math.PI,
      write: (value = '') => `${value} ÷ π`,
      decimals,
      final: true,
      unit,
      rule: 'girth over π',
      source: description.source,
    });
  },
  diagnose: (diagnosis) => diagnoseDiameterAsGirth(diagnosis, readingOf(diagnosis.readings, 'girth')),
};
