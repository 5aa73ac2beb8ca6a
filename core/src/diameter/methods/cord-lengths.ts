import { GIRTH_SOURCE, girthOverPi } from '../girth-steps.ts';
import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { printAsRead } from '../../units/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { DIAMETER_FINDINGS, stopImpossible } from '../diameter-findings.ts';
import { roundStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.cord-lengths',
  version: 1,
  measure: 'diameter',
  name: message('diameter.cord-lengths.name', 'Cord lengths and remainder'),
  summary: message(
    'diameter.cord-lengths.summary',
    'A short cord or tape laid around a thick stem several times: whole lengths, then the remainder.',
  ),
  help: [
    message('diameter.set-a-pin-or-chalk', 'Set a pin or chalk mark at each end of the cord, all at one height.'),
    message(
      'diameter.count-whole-lengths-aloud-measure',
      'Count whole lengths aloud. Measure the remainder with the same tension.',
    ),
    message(
      'diameter.each-mark-adds-a-few',
      'Each mark adds a few millimetres of error: a tape that goes right round is better.',
    ),
  ],
  safety: message(
    'diameter.cord-lengths.safety',
    'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  ),
  readings: [
    {
      key: 'lengths',
      label: message('diameter.cord-lengths.label', 'lengths'),
      ask: message('diameter.cord-lengths.ask', 'Count the whole cord lengths'),
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0, 30] },
      rangeHint: message('diameter.cord-lengths.rangeHint', 'A whole number of cord lengths.'),
      graduation: { one: 1 },
      typicalError: { one: 0.001 },
      // Whole lengths are counted, not rounded.
      errorIncludesRounding: true,
      signed: false,
      place: 'ring',
      shortcut: 'o',
      callout: 'n',
      instrument: 'cord',
    },
    {
      ...roundStem({
        key: 'cord',
        label: message('diameter.cord-lengths.cord', 'cord'),
        ask: message('diameter.cord-lengths.measure-the-cord', 'Measure the cord'),
        shortcut: 'q',
        callout: 'cord',
        instrument: 'cord',
        errorCm: 0.5,
      }),
      place: 'side',
    },
    {
      ...roundStem({
        key: 'rest',
        label: message('diameter.cord-lengths.remainder', 'remainder'),
        ask: message('diameter.cord-lengths.measure-the-remainder', 'Measure the remainder'),
        shortcut: 'r',
        callout: 'rest',
        instrument: 'tape',
        errorCm: 1,
      }),
      // Nothing is left over where the cord goes round a whole number of times.
      range: { cm: [0, 1000], mm: [0, 10_000], m: [0, 10], in: [0, 393], ft: [0, 32.8] },
      rangeHint: message(
        'diameter.cord-lengths.length-after-the-last-whole',
        'Length after the last whole cord; 0 if none.',
      ),
      place: 'ring',
    },
  ],
  ...ROUND_THE_STEM,
  example: { lengths: { value: 1, unit: 'one' }, cord: { value: 100, unit: 'cm' }, rest: { value: 14, unit: 'cm' } },
  picture: { observer: false, section: 'string' },
  source: GIRTH_SOURCE,
  order: 60,
};

/** Diameter from a girth that was measured in pieces: c = n L + rest. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('diameter', context.unitSystem);
    const lengths = book.given(readingOf(readings, 'lengths').value);
    const cord = lengthIn(readingOf(readings, 'cord'), unit, 'cord', book);
    const rest = lengthIn(readingOf(readings, 'rest'), unit, 'rest', book);
    const girth = book.step({
      terms: [lengths, cord, rest],
      compute: (n = 0, length = 0, left = 0) => n * length + left,
      write: (n = '', length = '', left = '') => `${n} × ${length} + ${left}`,
      decimals: 1,
      unit,
      rule: message('diameter.whole-lengths-plus-remainder-girth', 'whole lengths plus remainder: girth'),
      source: description.source,
    });
    return girthOverPi(girth, message('diameter.girth', 'girth ÷ π'), book, context);
  },
  diagnose: (diagnosis) => {
    const { value } = readingOf(diagnosis.readings, 'lengths');
    if (Number.isInteger(value)) return stopImpossible(diagnosis, 'lengths');
    return [
      {
        code: DIAMETER_FINDINGS.brokenCount,
        severity: 'stop',
        reading: 'lengths',
        title: message('diameter.cord-lengths-must-be-a', 'Cord lengths must be a whole number'),
        message: message(
          'diameter.is-not-a-whole-number',
          '{value} is not a whole number. Count whole lengths here and measure the rest as the remainder.',
          { value: printAsRead(value) },
        ),
        suggestedFixes: [],
      },
    ];
  },
};
