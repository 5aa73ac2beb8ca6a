import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { measuringPoint } from '../measuring-point.ts';
import { diagnosePoint, notMeasured } from '../diagnose-point.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'point.body-mark',
  version: 1,
  measure: 'point',
  name: message('diameter.point-by-body-mark.name', 'By a body mark'),
  summary: message(
    'diameter.point-by-body-mark.summary',
    'Height of the measuring point by the observer’s own body mark: an aid, accurate to about 3 cm (1.2 in).',
  ),
  help: [
    message('diameter.measure-your-mark-once-on', 'Measure your mark once, on level ground, in your field boots.'),
    message('diameter.stand-upright-on-the-side', 'Stand upright on the side that the field rules name.'),
  ],
  safety: message(
    'diameter.point-by-body-mark.safety',
    'Look up before you look at the tape: dead limbs fall without wind.',
  ),
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
        label: message('diameter.height-of-the-body-mark', 'height of the body mark'),
        rule: message('diameter.by-the-observer-s-body', 'by the observer’s body mark'),
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => [...diagnosePoint(diagnosis), ...notMeasured(diagnosis)],
};
