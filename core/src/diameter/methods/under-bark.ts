import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { barkReading, barkTooThick, notUnderBark, overBarkReading, UNDER_BARK_SOURCE } from '../under-bark.ts';

const description: MethodDescription = {
  id: 'diameter.under-bark',
  version: 1,
  measure: 'diameter',
  name: 'Under bark, by bark thickness',
  summary: 'The diameter over bark less twice the thickness of the bark, for volumes under bark.',
  help: [
    'Bore with a bark gauge where the bark is of ordinary depth, at two places or more, and take the mean.',
    'Push the gauge until the wood stops it; into wood it reads too much.',
  ],
  safety: 'Ask the owner before you bore. Look up before you look at the gauge: dead limbs fall without wind.',
  readings: [overBarkReading({ callout: 'ob' }), barkReading],
  overBark: 'over',
  example: { over: { value: 36, unit: 'cm' }, bark: { value: 12, unit: 'mm' } },
  picture: { observer: false },
  source: UNDER_BARK_SOURCE,
  order: 110,
};

/** Diameter under bark: over bark less twice the single bark thickness. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const over = lengthIn(readingOf(readings, 'over'), unit, 'over bark', book);
    const bark = lengthIn(readingOf(readings, 'bark'), unit, 'bark', book);
    return book.step({
      terms: [over, bark],
      compute: (d = 0, b = 0) => d - 2 * b,
      write: (d = '', b = '') => `${d} − 2 × ${b}`,
      decimals,
      final: true,
      unit,
      rule: 'bark lies on both sides',
      source: UNDER_BARK_SOURCE,
    });
  },
  diagnose: (diagnosis) => {
    const thick = barkTooThick(diagnosis);
    return thick.some(({ severity }) => severity === 'stop') ? thick : [...thick, notUnderBark(diagnosis)];
  },
};
