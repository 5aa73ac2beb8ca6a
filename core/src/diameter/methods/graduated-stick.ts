import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { convert, thicknessWords } from '../../units/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { DIAMETER_FINDINGS, stopImpossible } from '../diameter-findings.ts';
import { beyondStick, markOnStick, stemFromStick, stickMarkCm } from '../stick-steps.ts';
import { acrossStem, reach, readingCm, STICK_SOURCE } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.graduated-stick',
  version: 1,
  measure: 'diameter',
  name: message('diameter.graduated-stick.name', 'Scale stick, graduated for a reach'),
  summary: message(
    'diameter.graduated-stick.summary',
    'Reads the diameter directly for its design reach; at another reach the reading is corrected.',
  ),
  help: [
    message('diameter.hold-the-stick-flat-against', 'Hold the stick flat against the stem at breast height.'),
    message(
      'diameter.align-zero-with-one-edge',
      'Align zero with one edge; move only the eye, not the head, to the other.',
    ),
    message(
      'diameter.measure-your-own-reach-once',
      'Measure your own reach once as you hold the stick, from the corner of the eye.',
    ),
  ],
  safety: message(
    'diameter.graduated-stick.safety',
    'Look up before you look at the stick: dead limbs fall without wind.',
  ),
  readings: [
    acrossStem({
      key: 'shown',
      label: message('diameter.graduated-stick.label', 'reading on the stick'),
      ask: message('diameter.graduated-stick.ask', 'Read the stick in line with the far edge of the stem'),
      shortcut: 'r',
      callout: 'gs',
      instrument: 'scale stick',
      errorCm: 1,
    }),
    reach({
      key: 'made',
      label: message('diameter.graduated-stick.design-reach', 'design reach'),
      ask: message(
        'diameter.graduated-stick.enter-the-reach-that-the',
        'Enter the reach that the stick is graduated for',
      ),
      shortcut: 'z',
      callout: 'made',
    }),
    reach(),
  ],
  ...ON_ONE_FACE,
  example: { shown: { value: 36, unit: 'cm' }, made: { value: 63.5, unit: 'cm' }, reach: { value: 64, unit: 'cm' } },
  picture: { observer: false, section: 'sighted-stick' },
  source: STICK_SOURCE,
  order: 80,
};

/** Diameter from a stick graduated for one reach and held at another. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const shown = lengthIn(readingOf(readings, 'shown'), unit, 'stick', book);
    const made = lengthIn(readingOf(readings, 'made'), unit, message('diameter.its-reach', 'its reach'), book);
    const reached = lengthIn(readingOf(readings, 'reach'), unit, 'reach', book);
    return stemFromStick(markOnStick(shown, made, book, unit), reached, book, unit, decimals);
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
        title: message('diameter.used-at-another-reach', 'Used at another reach'),
        message: message(
          'diameter.your-reach-is-shorter-than',
          '{longer, select, yes {Your reach is {off} longer than the stick’s, so a stem of {value} reads {shownCm}. The reading is corrected here.} other {Your reach is {off} shorter than the stick’s, so a stem of {value} reads {shownCm}. The reading is corrected here.}}',
          {
            longer: off > 0 ? 'yes' : 'no',
            off: thicknessWords(Math.abs(off), context.unitSystem, 1),
            value: print(value),
            shownCm: print(shownCm),
          },
        ),
        suggestedFixes: [],
      },
    ];
  },
};
