import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { barkReading, barkTooThick, notUnderBark, overBarkReading, UNDER_BARK_SOURCE } from '../under-bark.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.under-bark',
  version: 1,
  measure: 'diameter',
  name: message('diameter.under-bark.name', 'Under bark, by bark thickness'),
  summary: message(
    'diameter.under-bark.summary',
    'Diameter over bark minus twice the bark thickness, for volumes under bark.',
  ),
  help: [
    message(
      'diameter.use-a-bark-gauge-where',
      'Use a bark gauge where the bark has ordinary depth, at two or more places, and take the mean.',
    ),
    message(
      'diameter.push-the-gauge-until-the',
      'Push the gauge until the wood stops it; in the wood it reads too much.',
    ),
  ],
  safety: message(
    'diameter.under-bark.safety',
    'Ask the owner before you bore. Look up before you look at the gauge: dead limbs fall without wind.',
  ),
  readings: [overBarkReading({ callout: 'ob' }), barkReading],
  overBark: 'over',
  example: { over: { value: 36, unit: 'cm' }, bark: { value: 12, unit: 'mm' } },
  picture: { observer: false, section: 'bark' },
  source: UNDER_BARK_SOURCE,
  order: 110,
};

/** Diameter under bark: over bark less twice the single bark thickness. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const over = lengthIn(readingOf(readings, 'over'), unit, message('diameter.over-bark', 'over bark'), book);
    const bark = lengthIn(readingOf(readings, 'bark'), unit, 'bark', book);
    return book.step({
      terms: [over, bark],
      compute: (d = 0, b = 0) => d - 2 * b,
      write: (d = '', b = '') => `${d} − 2 × ${b}`,
      decimals,
      final: true,
      unit,
      rule: message('diameter.bark-on-both-sides', 'bark on both sides'),
      source: UNDER_BARK_SOURCE,
    });
  },
  diagnose: (diagnosis) => {
    const thick = barkTooThick(diagnosis);
    return thick.some(({ severity }) => severity === 'stop') ? thick : [...thick, notUnderBark(diagnosis)];
  },
};
