import { convert, printAsRead, type UnitSystem } from '../units/index.ts';
import type { TreeSize } from './taper.ts';
import { message, type Text } from '../message/index.ts';

type Range = readonly [number, number];

/** Diameters and heights that a table or a taper was made from. */
export interface SizeRange {
  readonly rangeCm?: Range | null | undefined;
  readonly rangeM?: Range | null | undefined;
}

/**
 * Says in which way a tree lies outside the sizes that a table or a taper was made from; empty where it lies inside.
 *
 * @param of the name of the table, and whether its range is assumed
 * @param system units of the sentences
 */
export function outsideRange(
  of: { readonly name: Text; readonly isAssumed: boolean },
  { dbhCm, heightM }: TreeSize,
  { rangeCm, rangeM }: SizeRange,
  system: UnitSystem,
): Text[] {
  const outside = (
    value: number,
    range: Range | null | undefined,
    what: string,
    from: 'cm' | 'm',
    to: 'cm' | 'm' | 'in' | 'ft',
  ): Text[] => {
    if (range === null || range === undefined || (value >= range[0] && value <= range[1])) return [];
    const [size, low, high] = [value, ...range].map((each) =>
      printAsRead(Number(convert(each, from, to).toFixed(to === 'm' ? 2 : 1))),
    );
    return [
      message(
        'taper.outside-the-range-of-height',
        '{how, select, assumed {Outside the range of {name}: {what, select, dbh {dbh} other {height}} {size} {to}, assumed range {low} to {high} {to}.} other {Outside the range of {name}: {what, select, dbh {dbh} other {height}} {size} {to}, made from {low} to {high} {to}.}}',
        {
          name: of.name,
          what,
          size: size ?? '',
          to,
          how: of.isAssumed ? 'assumed' : 'made',
          low: low ?? '',
          high: high ?? '',
        },
      ),
    ];
  };
  return [
    ...outside(dbhCm, rangeCm, 'dbh', 'cm', system === 'metric' ? 'cm' : 'in'),
    ...outside(heightM, rangeM, 'height', 'm', system === 'metric' ? 'm' : 'ft'),
  ];
}
