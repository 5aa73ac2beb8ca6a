import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convert, isUnitId, UNIT_IDS, type UnitId, unitOf } from './units.ts';

const sizes = UNIT_IDS.filter((id) => unitOf(id).steps > 0);
const pairs = sizes.flatMap((from) =>
  sizes.filter((to) => unitOf(to).dimension === unitOf(from).dimension).map((to) => [from, to] as const),
);

describe('units', () => {
  it('have symbols and spellings of their own', () => {
    const symbols = UNIT_IDS.map((id) => unitOf(id).symbol);
    expect(new Set(symbols).size).toBe(symbols.length);
    const spellings = UNIT_IDS.flatMap((id) => unitOf(id).spellings);
    expect(new Set(spellings).size).toBe(spellings.length);
    expect(spellings.every((spelling) => spelling === spelling.toLowerCase())).toBe(true);
  });

  it.each([
    // By definition: yard and pound agreement of 1959; the acre of 43,560 ft²; 1 ft³ = 0.3048³ m³.
    [1, 'ft', 'm', 0.3048],
    [1, 'in', 'cm', 2.54],
    [44.5, 'in', 'cm', 113.03],
    [1, 'acre', 'm2', 4046.8564224],
    [1, 'acre', 'ft2', 43_560],
    [1, 'ft3', 'm3', 0.028316846592],
    [5280, 'ft', 'm', 1609.344],
    [1, 'ha', 'm2', 10_000],
    [66, 'ft', 'm', 20.1168],
    [4.5, 'ft', 'm', 1.3716],
  ] as const)('%d %s in %s is exactly %d', (value, from, to, expected) => {
    expect(convert(value, from, to)).toBe(expected);
  });

  it('come back unchanged to the last bits', () => {
    fc.assert(
      fc.property(fc.constantFrom(...pairs), fc.double({ min: 1e-6, max: 1e6, noNaN: true }), ([from, to], value) => {
        const back = convert(convert(value, from, to), to, from);
        expect(Math.abs(back - value)).toBeLessThanOrEqual(Math.abs(value) * 4 * Number.EPSILON);
      }),
    );
  });

  it.each([
    ['m', 'm2'],
    ['ft3', 'ft'],
    ['pct', 'm'],
    ['deg', 'pct'],
    ['one', 'cm'],
  ] as const)('%s are not converted to %s', (from, to) => {
    expect(() => convert(1, from, to)).toThrow(RangeError);
  });

  it('are known by their identifiers only', () => {
    expect(isUnitId('cm')).toBe(true);
    expect(isUnitId('toString')).toBe(false);
    // @ts-expect-error a unit that nobody knows is not one for the compiler either
    const stranger: UnitId = 'furlong';
    expect(isUnitId(stranger)).toBe(false);
  });
});
