import { findMethod } from '@arbolito/core/methods';
import type { MeasuredPair } from '@arbolito/core/quality';
import type { ComparedDiameter } from '@arbolito/core/tree';
import { estimateOf } from '@arbolito/core/uncertainty';
import { say } from '../../messages/text.ts';
import type { TreeDiameters } from '../trees/queries.ts';

const nameOf = (method: string): string => say(findMethod(method)?.description.name ?? method);

/** Diameters of the same stems, in cm: the first one against each other by method, and by person. */
export function diameterPairs(trees: readonly TreeDiameters[]): {
  readonly methods: readonly MeasuredPair[];
  readonly people: readonly MeasuredPair[];
} {
  const pairsBy = (
    nameFirst: (tree: TreeDiameters) => string,
    nameOther: (tree: TreeDiameters, other: ComparedDiameter) => string,
  ) =>
    trees.flatMap((tree) =>
      tree.others.flatMap((other): MeasuredPair[] => {
        const own = estimateOf(other.outcome);
        if (own === null || other.difference === null) return [];
        return [
          {
            first: nameFirst(tree),
            second: nameOther(tree, other),
            firstValue: own.value - other.difference.valueCm,
            secondValue: own.value,
          },
        ];
      }),
    );
  return {
    methods: pairsBy(
      ({ method }) => nameOf(method),
      (_tree, { method }) => nameOf(method),
    ),
    // Two people are compared by the same instrument alone.
    people: pairsBy(
      ({ observer }) => observer,
      (tree, { method, observer }) => (method === tree.method ? (observer ?? tree.observer) : tree.observer),
    ),
  };
}
