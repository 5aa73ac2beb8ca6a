import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { ROUND_THE_STEM } from '../error-model.ts';
import { diagnoseGirthAsDiameter } from '../diameter-findings.ts';
import { acrossStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const diameter = acrossStem({
  key: 'diameter',
  label: message('diameter.diameter-tape.label', 'dbh'),
  ask: message('diameter.diameter-tape.ask', 'Read the diameter side of the tape at breast height, square to the stem'),
  hint: message(
    'diameter.tape-hint',
    'Alone, a tack holds the end of the tape: ask the owner and take it out again. Leave no band on the trunk.',
  ),
  shortcut: 'r',
  callout: '',
  instrument: 'diameter tape',
  errorCm: 0.3,
});

const description: MethodDescription = {
  id: 'diameter.tape',
  version: 1,
  measure: 'diameter',
  name: message('diameter.diameter-tape.name', 'Diameter tape'),
  summary: message(
    'diameter.diameter-tape.summary',
    'A tape graduated in units of π: around the stem it shows the diameter.',
  ),
  help: [
    message(
      'diameter.hold-the-tape-square-to',
      'Hold the tape square to the stem, at breast height measured from the ground on the side of the field rules.',
    ),
    message(
      'diameter.pull-it-tight-without-twists',
      'Pull it tight, without twists, under climbers and clear of loose bark.',
    ),
    message('diameter.read-where-the-zero-meets', 'Read where the zero meets the scale, on the diameter side.'),
  ],
  safety: message(
    'diameter.diameter-tape.safety',
    'Look for wasps, thorns and stinging climbers before you reach round. Street trees: stay off the road.',
  ),
  readings: [diameter],
  ...ROUND_THE_STEM,
  example: { diameter: { value: 36, unit: 'cm' } },
  picture: { observer: false, section: 'tape' },
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
        label: message('diameter.diameter', 'diameter'),
        rule: message('diameter.the-diameter-tape-is-graduated', 'the diameter tape is graduated in units of π'),
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => diagnoseGirthAsDiameter(diagnosis, readingOf(diagnosis.readings, 'diameter'), 'diameter'),
};
