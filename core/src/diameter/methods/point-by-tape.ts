import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { measuringPoint } from '../measuring-point.ts';
import { diagnosePoint } from '../diagnose-point.ts';

const description: MethodDescription = {
  id: 'point.tape',
  version: 1,
  measure: 'point',
  name: 'Measured up from the ground',
  summary: 'The height at which the diameter was taken, where it is not the survey’s breast height.',
  help: [
    'Measure along the stem, from the side that the field rules name.',
    'Write it down whenever the tape lies anywhere else than at breast height.',
  ],
  safety: 'Look up before you look at the tape: dead limbs fall without wind.',
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
        label: 'height of the point',
        rule: 'measured up along the stem',
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: diagnosePoint,
};
