import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { measuringPoint } from '../measuring-point.ts';
import { diagnosePoint } from '../diagnose-point.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'point.tape',
  version: 1,
  measure: 'point',
  name: message('diameter.point-by-tape.name', 'Measured from the ground'),
  summary: message(
    'diameter.point-by-tape.summary',
    'Height of the measuring point if it is not the survey’s breast height.',
  ),
  help: [
    message('diameter.measure-along-the-stem-from', 'Measure along the stem, from the side that the field rules name.'),
    message('diameter.record-it-whenever-the-tape', 'Record it whenever the tape is not at breast height.'),
  ],
  safety: message(
    'diameter.point-by-tape.safety',
    'Look up before you look at the tape: dead limbs fall without wind.',
  ),
  readings: [measuringPoint({ instrument: 'tape', errorM: 0.01 })],
  example: { point: { value: 1.3, unit: 'm' } },
  picture: { observer: false },
  source: 'read on the tape',
  order: 10,
};

/** Height of the measuring point above the ground, measured. */
export const method: Method = {
  description,
  compute: (readings, book, context) =>
    asRead(
      {
        measure: 'point',
        reading: readingOf(readings, 'point'),
        label: message('diameter.height-of-the-measuring-point', 'height of the measuring point'),
        rule: message('diameter.measured-along-the-stem', 'measured along the stem'),
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: diagnosePoint,
};
