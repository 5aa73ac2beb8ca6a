import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_TWO_FACES } from '../error-model.ts';
import { facesApart } from '../faces-apart.ts';
import { MEAN_OF_FACES_SOURCE, meanOfFaces } from '../mean-of-faces.ts';
import { acrossStem } from '../stem-readings.ts';

const description: MethodDescription = {
  id: 'diameter.two-faces',
  version: 1,
  measure: 'diameter',
  name: 'Caliper, two faces',
  summary: 'Two readings at right angles, for stems that are out of round; the survey settles which mean is taken.',
  help: [
    'Take the thickest face, then the one at right angles to it.',
    'Both at the same height, square to the stem.',
    'On an oval stem a girth tape never reads less than the mean of the longest and the shortest face.',
  ],
  safety: 'Look up before you look at the caliper: dead limbs fall without wind.',
  readings: [
    acrossStem({
      key: 'face',
      label: 'face',
      ask: 'Read the caliper on one face at breast height',
      shortcut: 'r',
      callout: '2x',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
    acrossStem({
      key: 'cross',
      label: 'face at right angles',
      ask: 'Read the caliper at right angles to the first face',
      shortcut: 'x',
      callout: '/',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
  ],
  ...ON_TWO_FACES,
  example: { face: { value: 37, unit: 'cm' }, cross: { value: 35, unit: 'cm' } },
  picture: { observer: false },
  source: MEAN_OF_FACES_SOURCE,
  order: 40,
};

/** Mean of two diameters at right angles, by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const face = lengthIn(readingOf(readings, 'face'), unit, 'face', book);
    const cross = lengthIn(readingOf(readings, 'cross'), unit, 'face at right angles', book);
    return meanOfFaces([face, cross], context.twoFaces ?? 'arithmetic', book, { unit, decimals });
  },
  diagnose: (diagnosis) => facesApart(diagnosis, 'face', 'cross'),
};
