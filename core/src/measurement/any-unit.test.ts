import { describe, expect, it } from 'vitest';
import { convert, isSlopeUnit, type UnitId, unitOf } from '../units/index.ts';
import { convertSlope } from '../units/slope-scale.ts';
import { METHODS } from '../methods/index.ts';
import { estimateFrom, type Given } from '../testing/given.ts';
import type { MethodDescription } from './description.ts';
import { inEnglish } from '../testing/english.ts';

/** The example of a method as a test gives it. */
const exampleOf = ({ example }: MethodDescription): Given =>
  Object.fromEntries(Object.entries(example).map(([key, { value, unit }]) => [key, [value, unit]]));

const inUnit = (value: number, from: UnitId, to: UnitId): number =>
  isSlopeUnit(from) && isSlopeUnit(to) ? convertSlope(value, from, to) : convert(value, from, to);

describe('every method', () => {
  const cases = METHODS.flatMap(({ description }) =>
    description.readings.flatMap((spec) =>
      spec.units
        .filter((unit) => unit !== description.example[spec.key]?.unit)
        .map(
          (unit) =>
            [`${description.id} ${spec.key} in ${inEnglish(unitOf(unit).words)}`, description.id, spec, unit] as const,
        ),
    ),
  );

  it.each(cases)('gives the same figure in any unit: %s', (_words, id, spec, unit) => {
    const method = METHODS.find(({ description }) => description.id === id);
    if (method === undefined) throw new Error(id);
    const given = exampleOf(method.description);
    const own = method.description.example[spec.key];
    if (own === undefined) throw new Error(spec.key);
    const other: Given = { ...given, [spec.key]: [inUnit(own.value, own.unit, unit), unit] };
    const context = { dbhCm: 36 };
    expect(estimateFrom(id, other, context).value).toBeCloseTo(estimateFrom(id, given, context).value, 6);
  });

  it.each(METHODS.map(({ description }) => [description.id, description] as const))(
    '%s gives the same figure whichever system it is shown in',
    (id, description) => {
      const given = exampleOf(description);
      const [metric, imperial] = (['metric', 'imperial'] as const).map((unitSystem) =>
        estimateFrom(id, given, { unitSystem, dbhCm: 36 }),
      );
      expect(imperial?.value).toBeCloseTo(metric?.value ?? NaN, 6);
      expect(imperial?.standardError).toBeCloseTo(metric?.standardError ?? NaN, 6);
      expect(imperial?.printed.unit).not.toBe(metric?.printed.unit);
    },
  );
});
