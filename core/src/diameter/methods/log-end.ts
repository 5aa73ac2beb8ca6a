import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_TWO_FACES } from '../error-model.ts';
import { facesApart } from '../faces-apart.ts';
import { MEAN_OF_FACES_SOURCE, meanOfFaces } from '../mean-of-faces.ts';
import { DIAMETER_FINDINGS } from '../diameter-findings.ts';
import { acrossStem } from '../stem-readings.ts';

const description: MethodDescription = {
  id: 'diameter.log-end',
  version: 1,
  measure: 'diameter',
  name: 'End of a log',
  summary: 'A ruler across the end face of a cut log, under bark, the shortest way and at right angles.',
  help: [
    'Lay the ruler through the pith, the shortest way first, without the bark.',
    'Turn it by a right angle for the second reading.',
  ],
  safety: 'Logs roll: stand at the end, never below, and not on a stack.',
  readings: [
    acrossStem({
      key: 'face',
      label: 'shortest, under bark',
      ask: 'Read the ruler across the end of the log, the shortest way through the pith',
      shortcut: 'r',
      callout: 'end',
      instrument: 'ruler',
      errorCm: 0.3,
    }),
    acrossStem({
      key: 'cross',
      label: 'at right angles',
      ask: 'Read the ruler at right angles to the first reading',
      shortcut: 'x',
      callout: 'endx',
      instrument: 'ruler',
      errorCm: 0.3,
    }),
  ],
  ...ON_TWO_FACES,
  example: { face: { value: 37, unit: 'cm' }, cross: { value: 35, unit: 'cm' } },
  picture: { observer: false },
  source: MEAN_OF_FACES_SOURCE,
  order: 130,
};

/** Diameter of a log end under bark: the mean of two readings by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const face = lengthIn(readingOf(readings, 'face'), unit, 'shortest', book);
    const cross = lengthIn(readingOf(readings, 'cross'), unit, 'at right angles', book);
    return meanOfFaces([face, cross], context.twoFaces ?? 'arithmetic', book, { unit, decimals });
  },
  diagnose: (diagnosis) => [
    ...facesApart(diagnosis, 'face', 'cross'),
    {
      code: DIAMETER_FINDINGS.underBark,
      severity: 'check',
      reading: 'face',
      title: 'The end of a log, under bark',
      message: `${diagnosis.print(diagnosis.value)} is no dbh: it is the end of a log, under bark. Basal area and volume need a diameter over bark at breast height.`,
      suggestedFixes: [],
    },
  ],
};
