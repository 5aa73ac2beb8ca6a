import type { Finding } from '../../uncertainty/index.ts';
import {
  type Diagnosis,
  lengthIn,
  type Method,
  type MethodDescription,
  readingOf,
  resultUnit,
} from '../../measurement/index.ts';
import { printAsRead, unitOf } from '../../units/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength } from '../sights.ts';
import { HEIGHT_FINDINGS, heightFinding } from '../height-findings.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Sum of vertical distances';

const description: MethodDescription = {
  id: 'height.laser-verticals',
  version: 2,
  measure: 'height',
  name: message('height.laser-verticals.name', 'Laser, vertical distances'),
  summary: message(
    'height.laser-verticals.summary',
    'The instrument shows how far the top is above the eye, and the mark or base below it.',
  ),
  help: [
    message(
      'height.enter-the-lower-distance-without',
      'Enter the lower distance without a sign: it is below the eye and adds. Enter + only for a base above the eye.',
    ),
    message(
      'height.if-the-base-is-hidden',
      'If the base is hidden, aim at a mark and enter its height above the ground of the survey’s rule: mid-slope or uphill.',
    ),
    message(
      'height.aim-at-the-top-several',
      'Aim at the top several times and take the mean: leaves in front give too low a height.',
    ),
  ],
  safety: message(
    'height.laser-verticals.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'up',
      label: message('height.laser-verticals.label', 'top above the eye'),
      ask: message('height.laser-verticals.ask', 'Aim at the tip and read the vertical distance'),
      place: 'tip',
      shortcut: 't',
      callout: 'up',
      range: { m: [-130, 130], ft: [-426, 426] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      signed: true,
    }),
    groundLength({
      key: 'down',
      label: message('height.laser-verticals.mark-below-the-eye', 'mark below the eye'),
      ask: message(
        'height.laser-verticals.aim-at-the-mark-or',
        'Aim at the mark or the base and read the vertical distance below the eye; + for above',
      ),
      place: 'base',
      shortcut: 'b',
      callout: 'down',
      range: { m: [-130, 130], ft: [-426, 426] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      signed: true,
      countsDown: true,
    }),
    groundLength({
      key: 'mark',
      label: message('height.laser-verticals.height-of-the-mark', 'height of the mark'),
      ask: message(
        'height.laser-verticals.measure-the-height-of-the',
        'Measure the height of the mark above the ground; 0 for the base',
      ),
      place: 'side',
      shortcut: 'k',
      callout: 'lm',
      range: { m: [0, 12], ft: [0, 40] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      rangeHint: message('height.laser-verticals.rangeHint', '0 if you aimed at the base.'),
    }),
  ],
  example: { up: { value: 16, unit: 'm' }, down: { value: -1.2, unit: 'm' }, mark: { value: 1.3, unit: 'm' } },
  picture: { observer: true, held: 'laser' },
  source: SOURCE,
  order: 80,
};

/** A lower distance written with a plus: the foot lies above the eye, which is rare enough to ask. */
function aboveTheEye({ readings, recompute, print, value }: Diagnosis): Finding[] {
  const down = readingOf(readings, 'down');
  if (down.value <= 0) return [];
  const becomes = recompute({ down: { ...down, value: -down.value } });
  const below = `${printAsRead(down.value)} ${unitOf(down.unit).symbol}`;
  return [
    heightFinding(
      HEIGHT_FINDINGS.baseAboveEye,
      'check',
      'down',
      message('height.the-mark-is-above-the', 'The mark is above the eye'),
      message(
        'height.a-distance-with-is-above',
        'A distance with + is above the eye and is subtracted. If the mark was {below} below your eye, the height is {becomes} instead of {value}.',
        { below, becomes: print(becomes), value: print(value) },
      ),
      [
        {
          label: message('height.change-to-below-the-eye', 'Change to {below} below the eye', { below }),
          measure: 'height',
          changes: [{ reading: 'down', text: printAsRead(down.value), unit: down.unit }],
          ...(becomes > 0 ? { becomes: print(becomes) } : {}),
        },
      ],
    ),
  ];
}

/** H = up − down + height of the mark, with a distance below the eye negative. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'up'), unit, 'top', book),
        lengthIn(readingOf(readings, 'down'), unit, 'mark', book),
        lengthIn(readingOf(readings, 'mark'), unit, message('height.height-of-the-mark', 'height of the mark'), book),
      ],
      compute: (up = 0, down = 0, mark = 0) => up - down + mark,
      write: (up = '', down = '', mark = '') => `${up} − ${down} + ${mark}`,
      decimals,
      final: true,
      unit,
      rule: message('height.from-the-mark-to-the', 'from the mark to the top, plus the height of the mark'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => [...aboveTheEye(diagnosis), ...diagnoseHeight(diagnosis, 'down')],
};
