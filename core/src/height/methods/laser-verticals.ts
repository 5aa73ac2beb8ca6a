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

const SOURCE = 'Sum of vertical distances';

const description: MethodDescription = {
  id: 'height.laser-verticals',
  version: 2,
  measure: 'height',
  name: 'Laser, vertical distances',
  summary: 'The instrument gives how far the top is above the eye, and the mark or foot below it.',
  help: [
    'Enter the lower distance without a sign: it is below the eye and adds. Write + only for a foot above the eye.',
    'Where the foot is hidden, shoot a mark, and give its height above the ground that counts: mid-slope, or the foot.',
    'Shoot the top several times and take the mean: leaves in front of it read too low.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'up',
      label: 'top above the eye',
      ask: 'Shoot the tip and read the vertical distance',
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
      label: 'mark below the eye',
      ask: 'Shoot the mark or the foot and read the vertical distance below the eye; + for above',
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
      label: 'height of the mark',
      ask: 'Measure how high the mark is above the ground; 0 for the foot',
      place: 'side',
      shortcut: 'k',
      callout: 'lm',
      range: { m: [0, 12], ft: [0, 40] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      rangeHint: '0 where the foot itself was shot.',
    }),
  ],
  example: { up: { value: 16, unit: 'm' }, down: { value: -1.2, unit: 'm' }, mark: { value: 1.3, unit: 'm' } },
  picture: { observer: true },
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
      'The mark is above the eye',
      `A distance with + is above the eye and is subtracted. If the mark was ${below} below your eye, the height is ${print(becomes)} instead of ${print(value)}.`,
      [
        {
          label: `change to ${below} below the eye`,
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
        lengthIn(readingOf(readings, 'mark'), unit, 'height of the mark', book),
      ],
      compute: (up = 0, down = 0, mark = 0) => up - down + mark,
      write: (up = '', down = '', mark = '') => `${up} − ${down} + ${mark}`,
      decimals,
      final: true,
      unit,
      rule: 'from the mark to the top, and from the ground to the mark',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => [...aboveTheEye(diagnosis), ...diagnoseHeight(diagnosis, 'down')],
};
