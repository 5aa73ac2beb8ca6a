import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { beyondStick, stemFromStick } from '../stick-steps.ts';
import { acrossStem, reach, readingCm, STICK_SOURCE } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'diameter.stick',
  version: 1,
  measure: 'diameter',
  name: message('diameter.stick.name', 'Plain ruler held against the stem'),
  summary: message(
    'diameter.stick.summary',
    'Zero in line with one edge of the stem, read in line with the other, the eye still.',
  ),
  help: [
    message(
      'diameter.hold-the-ruler-flat-against',
      'Hold the ruler flat against the stem at breast height, at your reach from the eye.',
    ),
    message('diameter.move-only-the-eye-not', 'Move only the eye, not the head: a turned head shifts the zero.'),
    message(
      'diameter.the-stem-is-thicker-than',
      'The stem is thicker than the reading: the eye does not see its widest place.',
    ),
  ],
  safety: message('diameter.stick.safety', 'Look up before you look at the stick: dead limbs fall without wind.'),
  readings: [
    acrossStem({
      key: 'seen',
      label: message('diameter.stick.label', 'reading on the ruler'),
      ask: message('diameter.stick.ask', 'Read the ruler in line with the far edge of the stem'),
      shortcut: 'r',
      callout: 's',
      instrument: 'scale stick',
      errorCm: 0.5,
    }),
    reach(),
  ],
  ...ON_ONE_FACE,
  example: { seen: { value: 28.8, unit: 'cm' }, reach: { value: 64, unit: 'cm' } },
  picture: { observer: false, section: 'ruler' },
  source: STICK_SOURCE,
  order: 70,
};

/** Diameter from a plain ruler that touches the stem, its ends sighted from the eye: D = (S² ÷ R + √(S⁴ ÷ R² + 4 S²)) ÷ 2. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const seen = lengthIn(readingOf(readings, 'seen'), unit, 'ruler', book);
    const reached = lengthIn(readingOf(readings, 'reach'), unit, 'reach', book);
    return stemFromStick(seen, reached, book, unit, decimals);
  },
  diagnose: (diagnosis) => {
    const stops = stopImpossible(diagnosis, 'seen');
    if (stops.length > 0) return stops;
    return beyondStick(readingCm(diagnosis.readings, 'seen'), readingCm(diagnosis.readings, 'reach'), 'seen');
  },
};
