import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { convert, thicknessWords } from '../../units/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { DIAMETER_FINDINGS, stopImpossible } from '../diameter-findings.ts';
import { beyondStick, stemFromStick, stickMarkCm } from '../stick-steps.ts';
import { acrossStem, reach, readingCm, STICK_SOURCE } from '../stem-readings.ts';

const description: MethodDescription = {
  id: 'diameter.graduated-stick',
  version: 1,
  measure: 'diameter',
  name: 'Scale stick, graduated for a reach',
  summary: 'Reads the diameter itself, for the reach that it was made for; held at another reach it is corrected.',
  help: [
    'Hold the stick flat against the stem at breast height.',
    'Zero in line with one edge; move the eye only, not the head, to the other.',
    'Measure your own reach once, as you really hold the stick: from the corner of the eye.',
  ],
  safety: 'Look up before you look at the stick: dead limbs fall without wind.',
  readings: [
    acrossStem({
      key: 'shown',
      label: 'shown on the stick',
      ask: 'Read the stick in line with the far edge of the stem',
      shortcut: 'r',
      callout: 'gs',
      instrument: 'scale stick',
      errorCm: 1,
    }),
    reach({
      key: 'made',
      label: 'made for a reach of',
      ask: 'Look up the reach that the stick was graduated for',
      shortcut: 'z',
      callout: 'made',
    }),
    reach(),
  ],
  ...ON_ONE_FACE,
  example: { shown: { value: 36, unit: 'cm' }, made: { value: 63.5, unit: 'cm' }, reach: { value: 64, unit: 'cm' } },
  picture: { observer: false },
  source: STICK_SOURCE,
  order: 80,
};

/** Diameter from a stick graduated for one reach and held at another. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const shown = lengthIn(readingOf(readings, 'shown'), unit, 'stick', book);
    const made = lengthIn(readingOf(readings, 'made'), unit, 'its reach', book);
    const reached = lengthIn(readingOf(readings, 'reach'), unit, 'reach', book);
    const seen = book.step({
      terms: [shown, made, made, shown],
      compute: (d = 0, r = 1) => d * Math.sqrt(r / (r + d)),
      write: (d = '', r = '') => `${d} × √(${r} ÷ (${r} + ${d}))`,
      decimals: 2,
      unit,
      rule: 'where the stick carries that mark',
      source: STICK_SOURCE,
    });
    return stemFromStick(seen, reached, book, unit, decimals);
  },
  diagnose: (diagnosis) => {
    const { readings, value, print, context } = diagnosis;
    const stops = stopImpossible(diagnosis, 'shown');
    if (stops.length > 0) return stops;
    const read = readingOf(readings, 'shown');
    const shownCm = convert(read.value, read.unit, 'cm');
    const madeCm = readingCm(readings, 'made');
    const off = readingCm(readings, 'reach') - madeCm;
    const beyond = beyondStick(stickMarkCm(shownCm, madeCm), madeCm, 'shown');
    if (Math.abs(shownCm / value - 1) < 0.005) return beyond;
    return [
      ...beyond,
      {
        code: DIAMETER_FINDINGS.otherReach,
        severity: 'note',
        reading: 'reach',
        title: 'Held at another reach than it was made for',
        message: `At your reach, ${thicknessWords(Math.abs(off), context.unitSystem, 1)} ${off > 0 ? 'longer' : 'shorter'} than the stick’s, a stem of ${print(value)} is taken for ${print(shownCm)}. It is corrected here; on paper it would not be.`,
        suggestedFixes: [],
      },
    ];
  },
};
