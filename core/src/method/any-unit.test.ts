import { describe, expect, it } from 'vitest';
import { convert, convertSlope, isSlopeUnit, unitOf, type UnitId } from '../quantity/index.ts';
import { METHODS } from '../registry/index.ts';
import { estimateFrom, type Given } from '../testing/index.ts';
import type { ReadingSpec } from './index.ts';

/** Readings that make an ordinary stem or tree, in the metric unit of each. */
const ORDINARY: Readonly<Record<string, number>> = {
  'diameter.band-count bands': 1.5,
  'diameter.cord-lengths lengths': 1,
  'diameter.cord-lengths cord': 100,
  'diameter.cord-lengths rest': 14,
  'diameter.full-angle angle': 2,
  'diameter.under-bark bark': 12,
  'diameter.under-bark-ratio ratio': 0.9,
  'diameter.stick reach': 64,
  'diameter.stick-two-faces reach': 64,
  'diameter.graduated-stick made': 63.5,
  'diameter.graduated-stick reach': 64,
  'diameter.ruler-at-arms-length reach': 64,
  'diameter.ruler-at-arms-length seen': 2,
  'distance.paces paces': 31,
  'distance.paces pace': 0.78,
  'distance.chain chains': 1,
  'distance.chain links': 20,
  'height.log-stick logs': 3.5,
  'height.log-stick logLength': 4.9,
  'height.mark-on-stem markHeight': 4,
  'height.mark-on-stem mark': 8,
  'height.pole-at-tree poleSeen': 5,
  'height.pole-at-tree treeSeen': 24,
  'height.sighting-triangle ratio': 2,
  'height.shadow staffShadow': 2.2,
  'height.laser-verticals up': 17,
  'height.laser-verticals down': -2,
  'height.protractor topLine': 55,
  'height.protractor baseLine': 94,
};

function ordinary(id: string, spec: ReadingSpec): number {
  const known = ORDINARY[`${id} ${spec.key}`];
  if (known !== undefined) return known;
  if (spec.quantity === 'slope') return spec.place === 'tip' ? 62 : -9;
  if (spec.quantity === 'temperature') return spec.key === 'air' ? 4 : 18;
  if (spec.defaultUnit.metric === 'cm') return 36;
  const [low = 0, high = 0] = spec.range.m ?? [];
  return high <= 12 ? Math.max(low, 1.5) : 24;
}

const inUnit = (value: number, from: UnitId, to: UnitId): number =>
  isSlopeUnit(from) && isSlopeUnit(to) ? convertSlope(value, from, to) : convert(value, from, to);

describe('every method', () => {
  const cases = METHODS.flatMap(({ description }) =>
    description.readings.flatMap((spec) =>
      spec.units
        .filter((unit) => unit !== spec.defaultUnit.metric)
        .map((unit) => [`${description.id} ${spec.key} in ${unitOf(unit).words}`, description.id, spec, unit] as const),
    ),
  );

  it.each(cases)('gives the same figure in any unit: %s', (_words, id, spec, unit) => {
    const method = METHODS.find(({ description }) => description.id === id);
    if (method === undefined) throw new Error(id);
    const metric: Given = Object.fromEntries(
      method.description.readings.map((each) => [each.key, [ordinary(id, each), each.defaultUnit.metric]]),
    );
    const other: Given = {
      ...metric,
      [spec.key]: [inUnit(ordinary(id, spec), spec.defaultUnit.metric, unit), unit],
    };
    const context = { dbhCm: 36 };
    expect(estimateFrom(id, other, context).value).toBeCloseTo(estimateFrom(id, metric, context).value, 6);
  });

  it.each(METHODS.map(({ description }) => [description.id, description] as const))(
    '%s gives the same figure whichever system it is shown in',
    (id, description) => {
      const given: Given = Object.fromEntries(
        description.readings.map((spec) => [spec.key, [ordinary(id, spec), spec.defaultUnit.metric]]),
      );
      const [metric, imperial] = (['metric', 'imperial'] as const).map((unitSystem) =>
        estimateFrom(id, given, { unitSystem, dbhCm: 36 }),
      );
      expect(imperial?.value).toBeCloseTo(metric?.value ?? NaN, 6);
      expect(imperial?.standardError).toBeCloseTo(metric?.standardError ?? NaN, 6);
      expect(imperial?.printed.unit).not.toBe(metric?.printed.unit);
    },
  );
});
