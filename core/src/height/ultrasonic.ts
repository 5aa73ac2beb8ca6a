import type { Term, Workbook } from '../uncertainty/index.ts';
import {
  lengthIn,
  type MethodContext,
  readingOf,
  type Readings,
  type ReadingSpec,
  resultUnit,
} from '../measurement/index.ts';
import { halfTrunk } from './half-trunk.ts';
import { degreesTerm, groundLength, levelPart, risePart, shortLength, sight, tangentTerm, topSight } from './sights.ts';
import { message } from '../message/index.ts';

export const ULTRASONIC_SOURCE = 'Trigonometric height with a transponder; half the diameter for the top only';

/** What an ultrasonic instrument with a transponder reads. */
export const ULTRASONIC_READINGS = (callout: string): readonly ReadingSpec[] => [
  groundLength({
    key: 'slope',
    label: message('height.distance-to-the-transponder', 'distance to the transponder'),
    ask: message('height.read-the-distance-to-the', 'Read the distance to the transponder'),
    hint: message(
      'height.ultrasonic.hint',
      'Wind, rain and insects disturb ultrasound: keep a second instrument at hand.',
    ),
    place: 'ground',
    shortcut: 'd',
    callout,
    typicalError: { m: 0.1, ft: 0.3 },
    instrument: 'ultrasonic hypsometer',
  }),
  sight({
    key: 'via',
    label: message('height.angle-to-the-transponder', 'angle to the transponder'),
    ask: message('height.aim-at-the-transponder-and', 'Aim at the transponder and read the angle'),
    place: 'base',
    shortcut: 'b',
    callout: `${callout}a`,
  }),
  topSight,
  shortLength({
    key: 'hung',
    label: message('height.height-of-the-transponder', 'height of the transponder'),
    ask: message('height.measure-the-height-of-the', 'Measure the height of the transponder above the ground'),
    place: 'side',
    shortcut: 'k',
    callout: callout === 'us' ? 'hung' : `${callout}h`,
  }),
];

/** H = h + (s cos a + dbh ÷ 2) tan t − s sin a. */
export function ultrasonicHeight(slope: Term, readings: Readings, book: Workbook, context: MethodContext): Term {
  const { unit, decimals } = resultUnit('height', context.unitSystem);
  const angle = degreesTerm(readingOf(readings, 'via'), 'transponder', book);
  const level = levelPart(
    slope,
    angle,
    unit,
    message('height.horizontal-distance-to-the-transponder', 'horizontal distance to the transponder'),
    book,
  );
  const rise = risePart(
    slope,
    angle,
    unit,
    message('height.transponder-above-the-eye', 'transponder above the eye'),
    book,
  );
  const toAxis = halfTrunk(
    level,
    unit,
    message('height.the-top-is-above-the-axis', 'the top is above the axis, half a diameter farther away'),
    context,
    book,
  );
  const top = tangentTerm(readingOf(readings, 'top'), 'top', book);
  const hung = lengthIn(readingOf(readings, 'hung'), unit, 'transponder', book);
  return book.step({
    terms: [hung, toAxis, top, rise],
    compute: (h = 0, d = 0, t = 0, r = 0) => h + d * t - r,
    write: (h = '', d = '', t = '', r = '') => `${h} + ${d} × ${t} − ${r}`,
    decimals,
    final: true,
    unit,
    rule: message('height.transponder-height-plus-transponder-to', 'transponder height plus transponder to top'),
    source: ULTRASONIC_SOURCE,
  });
}
