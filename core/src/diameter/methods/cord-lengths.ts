import { GIRTH_SOURCE, girthOverPi } from '../girth-steps.ts';
import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { printAsRead } from '../../units/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { DIAMETER_FINDINGS, stopImpossible } from '../diameter-findings.ts';
import { roundStem } from '../stem-readings.ts';

const description: MethodDescription = {
  id: 'diameter.cord-lengths',
  version: 1,
  measure: 'diameter',
  name: 'Cord counted round, and a rest',
  summary: 'A short cord or tape laid round a thick stem several times over: whole lengths, then the rest.',
  help: [
    'Put a pin or a chalk mark at each end of the cord, all at one height.',
    'Count whole lengths aloud; measure the rest with the same pull.',
    'Each mark costs a few millimetres: a tape that goes right round is better.',
  ],
  safety: 'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  readings: [
    {
      key: 'lengths',
      label: 'lengths',
      ask: 'Count how often the whole cord goes round',
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0, 30] },
      rangeHint: 'It is a whole number of cords.',
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
        label: 'cord',
        ask: 'Measure the cord',
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
        label: 'rest',
        ask: 'Measure what is left over',
        shortcut: 'r',
        callout: 'rest',
        instrument: 'tape',
        errorCm: 1,
      }),
      // Nothing is left over where the cord goes round a whole number of times.
      range: { cm: [0, 1000], mm: [0, 10_000], m: [0, 10], in: [0, 393], ft: [0, 32.8] },
      rangeHint: 'It is what is left beyond the last whole length; 0 where nothing is.',
      place: 'ring',
    },
  ],
  ...ROUND_THE_STEM,
  example: { lengths: { value: 1, unit: 'one' }, cord: { value: 100, unit: 'cm' }, rest: { value: 14, unit: 'cm' } },
  picture: { observer: false },
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
      rule: 'whole lengths and the rest: the girth',
      source: description.source,
    });
    return girthOverPi(girth, 'girth over π', book, context);
  },
  diagnose: (diagnosis) => {
    const { value } = readingOf(diagnosis.readings, 'lengths');
    if (Number.isInteger(value)) return stopImpossible(diagnosis, 'lengths');
    return [
      {
        code: DIAMETER_FINDINGS.brokenCount,
        severity: 'stop',
        reading: 'lengths',
        title: 'The cords are counted whole',
        message: `${printAsRead(value)} is no whole number. Count the whole lengths here and measure the part as the rest.`,
        suggestedFixes: [],
      },
    ];
  },
};
