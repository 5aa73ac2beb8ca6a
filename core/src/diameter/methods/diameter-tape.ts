import {
  lengthIn,
  readingOf,
  resultUnit,
  type Method,
  type MethodDescription,
  type ReadingSpec,
} from '../../method/index.ts';
import { LARGEST_DBH_CM } from '../limits.ts';
import { diagnoseGirthAsDiameter } from '../slips.ts';

const diameter: ReadingSpec = {
  key: 'diameter',
  label: 'dbh',
  ask: 'Read the diameter side of the tape at breast height, square to the stem',
  quantity: 'length',
  units: ['cm', 'mm', 'm', 'in', 'ft'],
  defaultUnit: { metric: 'cm', imperial: 'in' },
  range: {
    cm: [0.1, LARGEST_DBH_CM],
    mm: [1, LARGEST_DBH_CM * 10],
    m: [0.001, LARGEST_DBH_CM / 100],
    in: [0.04, 236],
    ft: [0.01, 19.6],
  },
  rangeHint: 'Check the unit: a dbh is given in centimetres or inches.',
  graduation: { cm: 0.1, mm: 1, m: 0.001, in: 0.1, ft: 0.01 },
  typicalError: { cm: 0.3, mm: 3, m: 0.003, in: 0.1, ft: 0.01 },
  signed: false,
  place: 'ring',
  shortcut: 'r',
  callout: '',
  instrument: 'diameter tape',
};

const description: MethodDescription = {
  id: 'diameter.tape',
  version: 1,
  measure: 'diameter',
  name: 'Diameter tape',
  summary: 'A tape divided in units of π: wrapped round the stem, it shows the diameter.',
  help: [
    'Hold the tape square to the stem, at breast height measured from the ground on the uphill side.',
    'Pull it tight, with no twist, under climbers and clear of loose bark.',
    'Read where the zero mark meets the scale, on the side that is marked as diameter.',
  ],
  safety: 'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  readings: [diameter],
  picture: { observer: false },
  source: 'd = c ÷ π, printed on the tape',
  order: 10,
};

/** Diameter as a diameter tape shows it. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    return book.step({
      terms: [lengthIn(readingOf(readings, 'diameter'), unit, 'diameter', book)],
      compute: (value = 0) => value,
      write: (value = '') => value,
      decimals,
      final: true,
      unit,
      rule: 'the diameter tape is divided in units of π',
      source: description.source,
    });
  },
  diagnose: (diagnosis) => diagnoseGirthAsDiameter(diagnosis, readingOf(diagnosis.readings, 'diameter')),
};
