import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { degreesToRadians } from '../../units/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { distanceToAxis } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Grosenbaugh 1963, Optical dendrometers for out-of-reach diameters: D = 2 L sin(t ÷ 2)';

const description: MethodDescription = {
  id: 'diameter.full-angle',
  version: 1,
  measure: 'diameter',
  name: message('diameter.full-angle.name', 'Angle between the two edges'),
  summary: message(
    'diameter.full-angle.summary',
    'The angle from one edge of the stem to the other, from a known distance, at any height on the stem.',
  ),
  help: [
    message('diameter.sight-one-edge-then-the', 'Sight one edge, then the other, without moving.'),
    message('diameter.use-the-horizontal-distance-to-the', 'Use the horizontal distance to the middle of the trunk.'),
    message(
      'diameter.the-formula-uses-the-sine',
      'The formula uses the sine of half the angle, not the tangent: the sights touch the stem before its widest place.',
    ),
  ],
  safety: message('diameter.full-angle.safety', 'Do not walk backwards while sighting.'),
  readings: [
    {
      key: 'angle',
      label: message('diameter.full-angle.label', 'angle'),
      ask: message('diameter.full-angle.ask', 'Read the angle from edge to edge'),
      quantity: 'angle',
      units: ['deg'],
      defaultUnit: { metric: 'deg', imperial: 'deg' },
      range: { deg: [0.01, 60] },
      rangeHint: message('diameter.full-angle.rangeHint', 'Whole angle between the edges, in degrees.'),
      graduation: { deg: 0.01 },
      typicalError: { deg: 0.02 },
      errorIncludesRounding: true,
      signed: false,
      place: 'ring',
      shortcut: 'r',
      callout: 'ang',
      instrument: 'theodolite or laser with compass',
    },
    distanceToAxis,
  ],
  ...ON_ONE_FACE,
  example: { angle: { value: 2, unit: 'deg' }, away: { value: 10, unit: 'm' } },
  picture: { observer: false, section: 'sighted-angle' },
  source: SOURCE,
  order: 110,
};

/** Diameter from the full angle between the edges and the distance to the axis. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const away = lengthIn(readingOf(readings, 'away'), unit, 'distance', book);
    const half = book.step({
      terms: [book.given(readingOf(readings, 'angle').value)],
      compute: (t = 0) => t / 2,
      write: (t = '') => `${t} ÷ 2`,
      decimals: 3,
      unit: '°',
      rule: message('diameter.half-the-angle', 'half the angle'),
      source: SOURCE,
    });
    return book.step({
      terms: [away, half],
      compute: (l = 0, t = 0) => 2 * l * Math.sin(degreesToRadians(t)),
      write: (l = '', t = '') => `2 × ${l} × sin ${t}°`,
      decimals,
      final: true,
      unit,
      rule: message('diameter.twice-the-distance-sine-of', 'twice the distance × sine of half the angle'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => stopImpossible(diagnosis, 'angle'),
};
