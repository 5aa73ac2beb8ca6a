import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_TWO_FACES } from '../error-model.ts';
import { facesApart } from '../faces-apart.ts';
import { MEAN_OF_FACES_SOURCE, meanOfFaces } from '../mean-of-faces.ts';
import { acrossStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.two-faces',
  version: 1,
  measure: 'diameter',
  name: message('diameter.two-faces.name', 'Caliper, two diameters'),
  summary: message(
    'diameter.two-faces.summary',
    'Two readings at right angles, for stems that are not round; the survey rule names the mean.',
  ),
  help: [
    message(
      'diameter.take-the-largest-diameter-then',
      'Take the largest diameter, then the one at right angles to it.',
    ),
    message('diameter.both-at-the-same-height', 'Both at the same height, square to the stem.'),
    message(
      'diameter.on-an-oval-stem-a',
      'On an oval stem a girth tape never reads less than the mean of the largest and the smallest diameter.',
    ),
  ],
  safety: message('diameter.two-faces.safety', 'Look up before you look at the caliper: dead limbs fall without wind.'),
  readings: [
    acrossStem({
      key: 'face',
      label: message('diameter.two-faces.label', 'first diameter'),
      ask: message('diameter.two-faces.ask', 'Read the caliper in one direction at breast height'),
      shortcut: 'r',
      callout: '2x',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
    acrossStem({
      key: 'cross',
      label: message('diameter.two-faces.diameter-at-right-angles', 'diameter at right angles'),
      ask: message(
        'diameter.two-faces.read-the-caliper-at-right',
        'Read the caliper at right angles to the first diameter',
      ),
      shortcut: 'x',
      callout: '/',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
  ],
  ...ON_TWO_FACES,
  example: { face: { value: 37, unit: 'cm' }, cross: { value: 35, unit: 'cm' } },
  picture: { observer: false, section: 'caliper-twice' },
  source: MEAN_OF_FACES_SOURCE,
  order: 40,
};

/** Mean of two diameters at right angles, by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const face = lengthIn(readingOf(readings, 'face'), unit, 'face', book);
    const cross = lengthIn(
      readingOf(readings, 'cross'),
      unit,
      message('diameter.diameter-at-right-angles', 'diameter at right angles'),
      book,
    );
    return meanOfFaces([face, cross], context.twoFaces ?? 'arithmetic', book, { unit, decimals });
  },
  diagnose: (diagnosis) => facesApart(diagnosis, 'face', 'cross'),
};
