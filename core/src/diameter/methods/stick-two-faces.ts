import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_TWO_FACES } from '../error-model.ts';
import { facesApart } from '../faces-apart.ts';
import { meanOfFaces } from '../mean-of-faces.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { acrossStem, reach, readingCm, STICK_SOURCE } from '../stem-readings.ts';
import { beyondStick, stemFromStick } from '../stick-steps.ts';
import { message, type Text } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.stick-two-faces',
  version: 1,
  measure: 'diameter',
  name: message('diameter.stick-two-faces.name', 'Plain ruler against the stem, two diameters'),
  summary: message(
    'diameter.stick-two-faces.summary',
    'The ruler read in two directions at right angles, for stems that are not round.',
  ),
  help: [
    message(
      'diameter.read-the-largest-diameter-first',
      'Read the largest diameter first, then walk a quarter around the stem.',
    ),
    message('diameter.hold-the-ruler-at-the', 'Hold the ruler at the same reach and height both times.'),
  ],
  safety: message(
    'diameter.stick-two-faces.safety',
    'Look up before you look at the stick: dead limbs fall without wind.',
  ),
  readings: [
    acrossStem({
      key: 'seen',
      label: message('diameter.stick-two-faces.label', 'reading on the ruler'),
      ask: message('diameter.stick-two-faces.ask', 'Read the ruler in line with the far edge of the stem'),
      shortcut: 'r',
      callout: 'sf',
      instrument: 'scale stick',
      errorCm: 0.5,
    }),
    acrossStem({
      key: 'crossSeen',
      label: message('diameter.stick-two-faces.second-reading-at-right-angles', 'second reading, at right angles'),
      ask: message('diameter.stick-two-faces.read-the-ruler-in-the', 'Read the ruler in the direction at right angles'),
      shortcut: 'x',
      callout: 'sx',
      instrument: 'scale stick',
      errorCm: 0.5,
    }),
    reach(),
  ],
  ...ON_TWO_FACES,
  example: { seen: { value: 29, unit: 'cm' }, crossSeen: { value: 28, unit: 'cm' }, reach: { value: 64, unit: 'cm' } },
  picture: { observer: false, section: 'ruler-twice' },
  source: STICK_SOURCE,
  order: 75,
};

/** Diameter from a plain ruler on two faces: each turned into a stem, then their mean by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const reached = lengthIn(readingOf(readings, 'reach'), unit, 'reach', book);
    const face = (key: string, label: Text) =>
      stemFromStick(lengthIn(readingOf(readings, key), unit, label, book), reached, book, unit, decimals + 1, false);
    const faces = [
      face('seen', 'ruler'),
      face('crossSeen', message('diameter.ruler-at-right-angles', 'ruler at right angles')),
    ] as const;
    return meanOfFaces(faces, context.twoFaces ?? 'arithmetic', book, { unit, decimals });
  },
  diagnose: (diagnosis) => {
    const stops = stopImpossible(diagnosis, 'seen');
    if (stops.length > 0) return stops;
    const reachCm = readingCm(diagnosis.readings, 'reach');
    return [
      ...facesApart(diagnosis, 'seen', 'crossSeen'),
      ...['seen', 'crossSeen'].flatMap((key) => beyondStick(readingCm(diagnosis.readings, key), reachCm, key)),
    ];
  },
};
