import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { diagnoseGirthAsDiameter } from '../diameter-findings.ts';
import { acrossStem } from '../stem-readings.ts';

const diameter = acrossStem({
  key: 'diameter',
  label: 'dbh',
  ask: 'Read the diameter side of the tape at breast height, square to the stem',
  shortcut: 'r',
  callout: '',
  instrument: 'diameter tape',
  errorCm: 0.3,
});

const description: MethodDescription = {
  id: 'diameter.tape',
  version: 1,
  measure: 'diameter',
  name: 'Diameter tape',
  summary: 'A tape divided in units of π: wrapped round the stem, it shows the diameter.',
  help: [
    'Hold the tape square to the stem, at breast height measured from the ground where the field rules say.',
    'Pull it tight, with no twist, under climbers and clear of loose bark.',
    'Read where the zero mark meets the scale, on the side that is marked as diameter.',
  ],
  safety: 'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  readings: [diameter],
  ...ROUND_THE_STEM,
  example: { diameter: { value: 36, unit: 'cm' } },
  picture: { observer: false },
  source: 'd = c ÷ π, printed on the tape',
  order: 10,
};

/** Diameter as a diameter tape shows it. */
export const method: Method = {
  description,
  compute: (readings, book, context) =>
    asRead(
      {
        measure: 'diameter',
        reading: readingOf(readings, 'diameter'),
        label: 'diameter',
        rule: 'the diameter tape is divided in units of π',
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => diagnoseGirthAsDiameter(diagnosis, readingOf(diagnosis.readings, 'diameter'), 'diameter'),
};
