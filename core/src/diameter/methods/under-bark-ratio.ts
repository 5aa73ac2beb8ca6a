import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { barkRatio, notUnderBark, overBarkReading, UNDER_BARK_SOURCE } from '../under-bark.ts';

const description: MethodDescription = {
  id: 'diameter.under-bark-ratio',
  version: 1,
  measure: 'diameter',
  name: 'Under bark, by a ratio',
  summary: 'The diameter over bark times the ratio of the diameters under and over bark of such stems.',
  help: ['Take the ratio from bored stems of the same species, size and place: 0.85 to 0.95 is usual.'],
  safety: 'Look up before you look at the tape: dead limbs fall without wind.',
  readings: [overBarkReading({ callout: 'obr' }), barkRatio],
  overBark: 'over',
  example: { over: { value: 36, unit: 'cm' }, ratio: { value: 0.9, unit: 'one' } },
  picture: { observer: false },
  source: UNDER_BARK_SOURCE,
  order: 120,
};

/** Diameter under bark: k times the diameter over bark. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const over = lengthIn(readingOf(readings, 'over'), unit, 'over bark', book);
    return book.step({
      terms: [book.given(readingOf(readings, 'ratio').value), over],
      compute: (k = 0, d = 0) => k * d,
      write: (k = '', d = '') => `${k} × ${d}`,
      decimals,
      final: true,
      unit,
      rule: 'ratio of the diameters under and over bark',
      source: UNDER_BARK_SOURCE,
    });
  },
  diagnose: (diagnosis) => [notUnderBark(diagnosis)],
};
