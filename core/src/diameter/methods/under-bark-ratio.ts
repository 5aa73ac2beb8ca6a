import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { barkRatio, notUnderBark, overBarkReading, UNDER_BARK_SOURCE } from '../under-bark.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.under-bark-ratio',
  version: 1,
  measure: 'diameter',
  name: message('diameter.under-bark-ratio.name', 'Under bark, by bark ratio'),
  summary: message(
    'diameter.under-bark-ratio.summary',
    'Diameter over bark × ratio of the diameters under and over bark.',
  ),
  help: [
    message(
      'diameter.use-a-ratio-from-bored',
      'Use a ratio from bored stems of the same species, size and site: usually 0.85 to 0.95.',
    ),
  ],
  safety: message(
    'diameter.under-bark-ratio.safety',
    'Look up before you look at the tape: dead limbs fall without wind.',
  ),
  readings: [overBarkReading({ callout: 'obr' }), barkRatio],
  overBark: 'over',
  example: { over: { value: 36, unit: 'cm' }, ratio: { value: 0.9, unit: 'one' } },
  picture: { observer: false, section: 'bark' },
  source: UNDER_BARK_SOURCE,
  order: 120,
};

/** Diameter under bark: k times the diameter over bark. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const over = lengthIn(readingOf(readings, 'over'), unit, message('diameter.over-bark', 'over bark'), book);
    return book.step({
      terms: [book.given(readingOf(readings, 'ratio').value), over],
      compute: (k = 0, d = 0) => k * d,
      write: (k = '', d = '') => `${k} × ${d}`,
      decimals,
      final: true,
      unit,
      rule: message('diameter.ratio-of-the-diameters-under', 'ratio of the diameters under and over bark'),
      source: UNDER_BARK_SOURCE,
    });
  },
  diagnose: (diagnosis) => [notUnderBark(diagnosis)],
};
