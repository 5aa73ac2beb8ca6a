import type { HeightPair } from '@arbolito/core/quality';
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

/** Heights of the same trees by two methods, and by two people. */
export function heightPairs(trees: readonly TreeHeights[]): {
  readonly methods: readonly HeightPair[];
  readonly people: readonly HeightPair[];
} {
  const totals = trees.map(totalsOf);
  const pairsBy = (key: 'method' | 'observer'): HeightPair[] =>
    totals.flatMap((list) =>
      list.flatMap((first, i) =>
        list
          .slice(i + 1)
          .flatMap((second) =>
            first[key] === second[key]
              ? []
              : [{ first: first[key], second: second[key], firstM: first.heightM, secondM: second.heightM }],
          ),
      ),
    );
  return { methods: pairsBy('method'), people: pairsBy('observer') };
}
