import type { Term, Workbook } from '../uncertainty/index.ts';
import { type MethodContext, readingOf, type Readings, type ReadingSpec, resultUnit } from '../measurement/index.ts';
import type { UnitId } from '../units/index.ts';
import { soundFactor } from './sound.ts';
import { groundLength, step } from './sights.ts';
import { halfTrunk } from './half-trunk.ts';
import { message } from '../message/index.ts';

export const LOOK_WHERE_YOU_WALK = message(
  'height.look-where-you-walk-roots',
  'Look where you walk: roots, holes, wire, traffic. Do not walk backwards.',
);

/** Something counted: paces, chains, links. */
export const countOf = (
  own: Pick<
    ReadingSpec,
    | 'key'
    | 'label'
    | 'ask'
    | 'place'
    | 'shortcut'
    | 'callout'
    | 'range'
    | 'rangeHint'
    | 'graduation'
    | 'typicalError'
    | 'errorIncludesRounding'
    | 'instrument'
  >,
): ReadingSpec =>
  groundLength({
    quantity: 'count',
    units: ['one'],
    defaultUnit: { metric: 'one', imperial: 'one' },
    ...own,
  });

/** Air temperature now and at the last calibration, for an instrument that measures by sound. */
export const airTemperatures = (callout: string): readonly ReadingSpec[] =>
  (
    [
      [
        'air',
        message('height.air-temperature-now', 'air temperature now'),
        message('height.read-the-air-temperature', 'Read the air temperature'),
        'n',
        'v',
      ],
      [
        'calibrated',
        message('height.air-temperature-at-calibration', 'air temperature at calibration'),
        message('height.enter-the-temperature-at-calibration', 'Enter the temperature at calibration'),
        'c',
        'y',
      ],
    ] as const
  ).map(([key, label, ask, letter, shortcut]) =>
    groundLength({
      key,
      label,
      ask,
      place: 'side',
      shortcut,
      callout: `${callout}${letter}`,
      quantity: 'temperature',
      units: ['degC'],
      defaultUnit: { metric: 'degC', imperial: 'degC' },
      range: { degC: [-40, 50] },
      rangeHint: message('height.temperature-of-the-air', 'Temperature of the air.'),
      graduation: { degC: 1 },
      typicalError: { degC: 1 },
      signed: true,
      instrument: 'thermometer',
    }),
  );

/** A distance by sound as it is in the air of now. */
export function inTodaysAir(heard: Term, readings: Readings, unit: UnitId, book: Workbook): Term {
  return book.step({
    terms: [heard, book.given(readingOf(readings, 'air').value), book.given(readingOf(readings, 'calibrated').value)],
    compute: (s = 0, now = 0, then = 0) => s * soundFactor(now, then),
    write: (s = '', now = '', then = '') => `${s} × √((${now} + 273.15) ÷ (${then} + 273.15))`,
    decimals: 3,
    unit,
    rule: message('height.sound-is-slower-in-cold', 'sound is slower in cold air: corrected distance'),
    source: 'Speed of sound in dry air, ISO 9613-1:1993',
  });
}

/** The last line of a distance that ends at the bark: half the trunk is added where the dbh is known. */
export function toTheAxis(level: Term, book: Workbook, context: MethodContext): Term {
  const { unit, decimals } = resultUnit('distance', context.unitSystem);
  const toAxis = halfTrunk(
    level,
    unit,
    message('height.the-axis-is-half-a', 'the axis is half a diameter behind the bark'),
    context,
    book,
  );
  return step(
    book,
    [toAxis],
    (d) => d,
    (d) => d,
    {
      decimals,
      final: true,
      unit,
      rule: message('height.horizontal-distance-to-the-axis', 'horizontal distance to the axis of the trunk'),
    },
  );
}
