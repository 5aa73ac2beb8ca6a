import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { degreesToRadians } from '../../units/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { distanceToAxis } from '../stem-readings.ts';

const SOURCE = 'Grosenbaugh 1963, Optical dendrometers for out-of-reach diameters: D = 2 L sin(t ÷ 2)';

const description: MethodDescription = {
  id: 'diameter.full-angle',
  version: 1,
  measure: 'diameter',
  name: 'Angle between the two edges',
  summary: 'The angle from one edge of the stem to the other, from a known distance, at any height on the stem.',
  help: [
    'Sight one edge, then the other, without moving.',
    'Use the level distance to the middle of the trunk.',
    'It is the sine of half the angle, not its tangent: the sights touch the stem before its widest place.',
  ],
  safety: 'Do not walk backwards while sighting.',
  readings: [
    {
      key: 'angle',
      label: 'angle',
      ask: 'Read the angle from edge to edge',
      quantity: 'angle',
      units: ['deg'],
      defaultUnit: { metric: 'deg', imperial: 'deg' },
      range: { deg: [0.01, 60] },
      rangeHint: 'It is the whole angle between the edges, in degrees.',
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
  picture: { observer: false },
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
      rule: 'half the angle',
      source: SOURCE,
    });
    return book.step({
      terms: [away, half],
      compute: (l = 0, t = 0) => 2 * l * Math.sin(degreesToRadians(t)),
      write: (l = '', t = '') => `2 × ${l} × sin ${t}°`,
      decimals,
      final: true,
      unit,
      rule: 'twice the distance times the sine of half the angle',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => stopImpossible(diagnosis, 'angle'),
};
