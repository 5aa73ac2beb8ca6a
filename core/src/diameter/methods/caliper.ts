import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { diagnoseGirthAsDiameter } from '../diameter-findings.ts';
import { acrossStem } from '../stem-readings.ts';

const description: MethodDescription = {
  id: 'diameter.caliper',
  version: 1,
  measure: 'diameter',
  name: 'Caliper, one face',
  summary: 'Quick, and as good as the stem is round. An oval stem wants two faces.',
  help: [
    'Lay the beam against the stem, both arms square to it, at breast height.',
    'Close the arm until it touches; do not press it in.',
    'Take a face at chance, such as the one towards the plot centre, not the one that looks thick or thin.',
  ],
  safety: 'Look up before you look at the caliper: dead limbs fall without wind.',
  readings: [
    acrossStem({
      key: 'face',
      label: 'face',
      ask: 'Read the caliper at breast height, square to the stem',
      shortcut: 'r',
      callout: 'k',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
  ],
  ...ON_ONE_FACE,
  example: { face: { value: 36, unit: 'cm' } },
  picture: { observer: false },
  source: 'as read',
  order: 30,
};

/** Diameter across one face. */
export const method: Method = {
  description,
  compute: (readings, book, context) =>
    asRead(
      {
        measure: 'diameter',
        reading: readingOf(readings, 'face'),
        label: 'face',
        rule: 'diameter as read off the caliper',
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => diagnoseGirthAsDiameter(diagnosis, readingOf(diagnosis.readings, 'face'), 'face'),
};
