import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { measuringPoint } from '../measuring-point.ts';
import { diagnosePoint, notMeasured } from '../diagnose-point.ts';

const description: MethodDescription = {
  id: 'point.body-mark',
  version: 1,
  measure: 'point',
  name: 'By a mark on the body',
  summary:
    'The height at which the diameter was taken, by the observer’s own mark: a helper, good to about 3 cm (1.2 in).',
  help: [
    'Measure your mark once, on level ground, in the boots that you wear in the field.',
    'Stand upright on the side that the field rules name.',
  ],
  safety: 'Look up before you look at the tape: dead limbs fall without wind.',
  readings: [measuringPoint({ instrument: 'mark on the body', errorM: 0.03, callout: 'body', shortcut: 'p' })],
  example: { point: { value: 1.3, unit: 'm' } },
  picture: { observer: false },
  source: 'read on the observer',
  order: 20,
};

/** Height of the measuring point by a mark on the observer's body. */
export const method: Method = {
  description,
  compute: (readings, book, context) =>
    asRead(
      {
        measure: 'point',
        reading: readingOf(readings, 'point'),
        label: 'height of the mark',
        rule: 'by the observer’s own mark',
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => [...diagnosePoint(diagnosis), ...notMeasured(diagnosis)],
};
