import { asRead, type Method, type MethodDescription, readingOf } from '../../measurement/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { diagnoseGirthAsDiameter } from '../diameter-findings.ts';
import { acrossStem } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.caliper',
  version: 1,
  measure: 'diameter',
  name: message('diameter.caliper.name', 'Caliper, one diameter'),
  summary: message(
    'diameter.caliper.summary',
    'Quick, and accurate for round stems. An oval stem needs two diameters.',
  ),
  help: [
    message(
      'diameter.lay-the-beam-against-the',
      'Lay the beam against the stem at breast height, both arms square to it.',
    ),
    message('diameter.close-the-arm-until-it', 'Close the arm until it touches. Do not press it in.'),
    message(
      'diameter.choose-the-direction-at-random',
      'Choose the direction at random, such as towards the plot centre, not the one that looks thick or thin.',
    ),
  ],
  safety: message('diameter.caliper.safety', 'Look up before you look at the caliper: dead limbs fall without wind.'),
  readings: [
    acrossStem({
      key: 'face',
      label: message('diameter.caliper.label', 'diameter'),
      ask: message('diameter.caliper.ask', 'Read the caliper at breast height, square to the stem'),
      shortcut: 'r',
      callout: 'k',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
  ],
  ...ON_ONE_FACE,
  example: { face: { value: 36, unit: 'cm' } },
  picture: { observer: false, section: 'caliper' },
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
        label: message('diameter.diameter', 'diameter'),
        rule: message('diameter.diameter-as-read-from-the', 'diameter as read from the caliper'),
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => diagnoseGirthAsDiameter(diagnosis, readingOf(diagnosis.readings, 'face'), 'face'),
};
