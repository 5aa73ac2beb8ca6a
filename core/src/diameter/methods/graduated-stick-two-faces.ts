import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_TWO_FACES } from '../error-model.ts';
import { facesApart } from '../faces-apart.ts';
import { meanOfFaces } from '../mean-of-faces.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { acrossStem, reach, readingCm, STICK_SOURCE } from '../stem-readings.ts';
import { beyondStick, markOnStick, stemFromStick, stickMarkCm } from '../stick-steps.ts';
import { message, type Text } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.graduated-stick-two-faces',
  version: 1,
  measure: 'diameter',
  name: message('diameter.graduated-stick-two-faces.name', 'Scale stick, two diameters'),
  summary: message(
    'diameter.graduated-stick-two-faces.summary',
    'The stick read in two directions at right angles, for stems that are not round; the survey rule names the mean.',
  ),
  help: [
    message(
      'diameter.read-the-stick-then-walk',
      'Read the largest diameter, then walk a quarter around the stem and read again.',
    ),
    message('diameter.hold-the-stick-at-the', 'Hold the stick at the same reach and height both times.'),
  ],
  safety: message(
    'diameter.graduated-stick-two-faces.safety',
    'Look up before you look at the stick: dead limbs fall without wind.',
  ),
  readings: [
    acrossStem({
      key: 'shown',
      label: message('diameter.graduated-stick-two-faces.label', 'reading on the stick'),
      ask: message('diameter.graduated-stick-two-faces.ask', 'Read the stick in line with the far edge of the stem'),
      shortcut: 'r',
      callout: 'gf',
      instrument: 'scale stick',
      errorCm: 1,
    }),
    acrossStem({
      key: 'crossShown',
      label: message('diameter.graduated-stick-two-faces.second', 'second reading, at right angles'),
      ask: message('diameter.graduated-stick-two-faces.ask-second', 'Read the stick in the direction at right angles'),
      shortcut: 'x',
      callout: 'gx',
      instrument: 'scale stick',
      errorCm: 1,
    }),
    reach({
      key: 'made',
      label: message('diameter.graduated-stick-two-faces.design-reach', 'design reach'),
      ask: message(
        'diameter.graduated-stick-two-faces.enter-the-reach',
        'Enter the reach that the stick is graduated for',
      ),
      shortcut: 'z',
      callout: 'made',
    }),
    reach(),
  ],
  ...ON_TWO_FACES,
  example: {
    shown: { value: 12, unit: 'in' },
    crossShown: { value: 14, unit: 'in' },
    made: { value: 25, unit: 'in' },
    reach: { value: 25, unit: 'in' },
  },
  picture: { observer: false, section: 'ruler-twice' },
  source: STICK_SOURCE,
  order: 85,
};

/** Diameter from a graduated stick on two faces: each corrected for the reach, then their mean by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const made = lengthIn(readingOf(readings, 'made'), unit, message('diameter.its-reach', 'its reach'), book);
    const reached = lengthIn(readingOf(readings, 'reach'), unit, 'reach', book);
    const face = (key: string, label: Text) => {
      const seen = markOnStick(lengthIn(readingOf(readings, key), unit, label, book), made, book, unit);
      return stemFromStick(seen, reached, book, unit, decimals + 1, false);
    };
    const faces = [
      face('shown', 'stick'),
      face('crossShown', message('diameter.stick-at-right-angles', 'stick at right angles')),
    ] as const;
    return meanOfFaces(faces, context.twoFaces ?? 'arithmetic', book, { unit, decimals });
  },
  diagnose: (diagnosis) => {
    const stops = stopImpossible(diagnosis, 'shown');
    if (stops.length > 0) return stops;
    const madeCm = readingCm(diagnosis.readings, 'made');
    return [
      ...facesApart(diagnosis, 'shown', 'crossShown'),
      ...['shown', 'crossShown'].flatMap((key) =>
        beyondStick(stickMarkCm(readingCm(diagnosis.readings, key), madeCm), madeCm, key),
      ),
    ];
  },
};
