import type { CheckedTree, SurveyPoint } from './checked-survey.ts';
import { grouped } from '../statistics/index.ts';
import { plainTag } from '../tree/index.ts';

const fingerprint = ({ speciesCode, readings }: CheckedTree): string =>
  [
    speciesCode,
    ...readings
      .map(({ measure, methodId, key, value, unit }) => `${measure} ${methodId} ${key} ${String(value)} ${unit}`)
      .sort(),
  ].join('|');

/** Fewer readings are alike by chance. */
const LEAST_IN_COMMON = 3;

/** Beyond this two trees do not stand on each other. */
const SAME_PLACE_M = 0.15;

/** Trees of one plot that have all readings in common, three of them or more, or stand in one place. */
export function duplicateTrees(trees: readonly CheckedTree[], labelOf: (plotId: string) => string): SurveyPoint[] {
  const points: SurveyPoint[] = [];
  const seen = new Map<string, CheckedTree>();
  const placed = new Map<string, CheckedTree[]>();
  for (const tree of trees) {
    const print = tree.readings.length >= LEAST_IN_COMMON ? `${tree.plotId} ${fingerprint(tree)}` : null;
    const before = print === null ? undefined : seen.get(print);
    if (print !== null && before === undefined) seen.set(print, tree);
    const { bearingDeg, awayM } = tree.notes ?? {};
    const others = placed.get(tree.plotId) ?? [];
    const onTop =
      bearingDeg === undefined || awayM === undefined
        ? undefined
        : others.find((other) => {
            const angle = ((bearingDeg - (other.notes?.bearingDeg ?? 0)) * Math.PI) / 180;
            const there = other.notes?.awayM ?? 0;
            return Math.sqrt(Math.max(0, awayM ** 2 + there ** 2 - 2 * awayM * there * Math.cos(angle))) < SAME_PLACE_M;
          });
    if (bearingDeg !== undefined && awayM !== undefined) placed.set(tree.plotId, [...others, tree]);
    const twin = before ?? onTop;
    if (twin === undefined) continue;
    points.push({
      key: `duplicate ${tree.id}`,
      check: 'duplicate',
      title: 'Tallied twice?',
      message: `Trees ${twin.tag} and ${tree.tag} of plot ${labelOf(tree.plotId)} ${before === undefined ? 'stand in one place' : 'have every reading in common'}: delete one if it is the same tree.`,
      plotId: tree.plotId,
      treeId: tree.id,
    });
  }
  return points;
}

/** Tags of one plot that differ by leading zeros only. */
export function similarTags(
  byPlot: ReadonlyMap<string, readonly CheckedTree[]>,
  labelOf: (plotId: string) => string,
): SurveyPoint[] {
  return [...byPlot].flatMap(([plotId, trees]) =>
    [...grouped(trees, ({ tag }) => plainTag(tag)).values()].flatMap((alike) => {
      const [first, ...others] = alike;
      return others
        .filter(({ tag }) => first !== undefined && tag !== first.tag)
        .map(({ id, tag }): SurveyPoint => ({
          key: `alike ${id}`,
          check: 'duplicate',
          title: 'Two tags that look alike',
          message: `Plot ${labelOf(plotId)} has tree ${first?.tag ?? ''} and tree ${tag}. Delete one if it is the same tree, or correct the tag.`,
          plotId,
          treeId: id,
        }));
    }),
  );
}
