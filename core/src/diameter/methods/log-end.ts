import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_TWO_FACES } from '../error-model.ts';
import { facesApart } from '../faces-apart.ts';
import { MEAN_OF_FACES_SOURCE, meanOfFaces } from '../mean-of-faces.ts';
import { DIAMETER_FINDINGS } from '../diameter-findings.ts';
import { acrossStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.log-end',
  version: 1,
  measure: 'diameter',
  name: message('diameter.log-end.name', 'End of a log'),
  summary: message(
    'diameter.log-end.summary',
    'A ruler across the end of a log, under bark: the shortest diameter and the one at right angles.',
  ),
  help: [
    message(
      'diameter.lay-the-ruler-through-the',
      'Lay the ruler through the pith, the shortest diameter first, without the bark.',
    ),
    message('diameter.turn-it-by-90-for', 'Turn it by 90° for the second reading.'),
  ],
  safety: message('diameter.log-end.safety', 'Logs roll: stand at the end, never below, and not on a stack.'),
  readings: [
    acrossStem({
      key: 'face',
      label: message('diameter.log-end.label', 'shortest diameter, under bark'),
      ask: message('diameter.log-end.ask', 'Read the shortest diameter through the pith, under bark'),
      shortcut: 'r',
      callout: 'end',
      instrument: 'ruler',
      errorCm: 0.3,
    }),
    acrossStem({
      key: 'cross',
      label: message('diameter.log-end.at-right-angles', 'at right angles'),
      ask: message('diameter.log-end.read-the-ruler-at-right', 'Read the ruler at right angles to the first reading'),
      shortcut: 'x',
      callout: 'endx',
      instrument: 'ruler',
      errorCm: 0.3,
    }),
  ],
  ...ON_TWO_FACES,
  example: { face: { value: 37, unit: 'cm' }, cross: { value: 35, unit: 'cm' } },
  picture: { observer: false, section: 'log-end' },
  source: MEAN_OF_FACES_SOURCE,
  order: 130,
};

/** Diameter of a log end under bark: the mean of two readings by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const face = lengthIn(readingOf(readings, 'face'), unit, 'shortest', book);
    const cross = lengthIn(
      readingOf(readings, 'cross'),
      unit,
      message('diameter.at-right-angles', 'at right angles'),
      book,
    );
    return meanOfFaces([face, cross], context.twoFaces ?? 'arithmetic', book, { unit, decimals });
  },
  diagnose: (diagnosis) => [
    ...facesApart(diagnosis, 'face', 'cross'),
    {
      code: DIAMETER_FINDINGS.underBark,
      severity: 'check',
      reading: 'face',
      title: message('diameter.log-end-diameter-under-bark', 'Log end diameter, under bark'),
      message: message(
        'diameter.is-the-end-of-a',
        '{value} is the end of a log under bark, not a dbh. Basal area and volume need a diameter over bark at breast height.',
        { value: diagnosis.print(diagnosis.value) },
      ),
      suggestedFixes: [],
    },
  ],
};
