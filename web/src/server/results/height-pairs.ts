import type { MeasuredPair } from '@arbolito/core/quality';
import { grouped, total } from '@arbolito/core/statistics';
import { estimateOf } from '@arbolito/core/uncertainty';
import { say } from '../../messages/text.ts';
import type { TreeHeights } from '../trees/queries.ts';

interface TotalHeight {
  readonly method: string;
  readonly observer: string;
  readonly heightM: number;
}

/** Total heights of a tree, each with its method and its observer. */
const totalsOf = ({ heights, readings }: TreeHeights): TotalHeight[] =>
  heights.flatMap(({ heightNo, of, sameStation, by, outcome }) => {
    const reading = readings.find((each) => each.measure === 'height' && (each.heightNo ?? 1) === heightNo);
    const height = outcome === null ? null : estimateOf(outcome);
    return of !== 'total' || sameStation || reading === undefined || height === null
      ? []
      : [{ method: say(by), observer: reading.observer, heightM: height.value }];
  });

/** What the heights of one tree are by each method or person; several by the same are their mean. */
const heightsBy = (
  list: readonly TotalHeight[],
  key: 'method' | 'observer',
): (readonly [by: string, heightM: number])[] =>
  [...grouped(list, (each) => each[key])].map(([by, own]) => [
    by,
    total(own.map(({ heightM }) => heightM)) / own.length,
  ]);

/** Heights of the same trees by two methods, and by two people: each two once for a tree. */
export function heightPairs(trees: readonly TreeHeights[]): {
  readonly methods: readonly MeasuredPair[];
  readonly people: readonly MeasuredPair[];
} {
  const totals = trees.map(totalsOf);
  const pairsBy = (key: 'method' | 'observer'): MeasuredPair[] =>
    totals.flatMap((list) => {
      const heights = heightsBy(list, key);
      return heights.flatMap(([first, firstValue], i) =>
        heights.slice(i + 1).map(([second, secondValue]) => ({ first, second, firstValue, secondValue })),
      );
    });
  return { methods: pairsBy('method'), people: pairsBy('observer') };
}
