import type { CheckedPlot, CheckedTree, SurveyPoint } from './checked-survey.ts';
import { grouped } from '../statistics/index.ts';
import { plainTag } from '../tree/index.ts';
import { message } from '../message/index.ts';

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

/** Trees of a plot that have all readings in common, three of them or more, or stand in one place. */
export function duplicateTrees(plot: CheckedPlot, trees: readonly CheckedTree[]): SurveyPoint[] {
  const points: SurveyPoint[] = [];
  const seen = new Map<string, CheckedTree>();
  const placed: CheckedTree[] = [];
  for (const tree of trees) {
    const print = tree.readings.length >= LEAST_IN_COMMON ? fingerprint(tree) : null;
    const before = print === null ? undefined : seen.get(print);
    if (print !== null && before === undefined) seen.set(print, tree);
    const { bearingDeg, awayM } = tree.notes ?? {};
    const onTop =
      bearingDeg === undefined || awayM === undefined
        ? undefined
        : placed.find((other) => {
            const angle = ((bearingDeg - (other.notes?.bearingDeg ?? 0)) * Math.PI) / 180;
            const there = other.notes?.awayM ?? 0;
            return Math.sqrt(Math.max(0, awayM ** 2 + there ** 2 - 2 * awayM * there * Math.cos(angle))) < SAME_PLACE_M;
          });
    if (bearingDeg !== undefined && awayM !== undefined) placed.push(tree);
    const twin = before ?? onTop;
    if (twin === undefined) continue;
    points.push({
      key: `duplicate ${tree.id}`,
      check: 'duplicate',
      title: message('quality.possible-duplicate', 'Possible duplicate'),
      message: message(
        'quality.trees-and-of-plot-have',
        '{how, select, place {Trees {tag} and {tag2} of plot {plotId} have the same position: delete one if it is the same tree.} other {Trees {tag} and {tag2} of plot {plotId} have identical readings: delete one if it is the same tree.}}',
        {
          how: before === undefined ? 'place' : 'readings',
          tag: twin.tag,
          tag2: tree.tag,
          plotId: plot.label,
        },
      ),
      plotId: plot.id,
      plotLabel: plot.label,
      treeId: tree.id,
      tag: tree.tag,
    });
  }
  return points;
}

/** Tags of a plot that differ by leading zeros only. */
export function similarTags(plot: CheckedPlot, trees: readonly CheckedTree[]): SurveyPoint[] {
  return [...grouped(trees, ({ tag }) => plainTag(tag)).values()].flatMap((alike) => {
    const [first, ...others] = alike;
    return others
      .filter(({ tag }) => first !== undefined && tag !== first.tag)
      .map(({ id, tag }): SurveyPoint => ({
        key: `alike ${id}`,
        check: 'duplicate',
        title: message('quality.two-similar-tags', 'Two similar tags'),
        message: message(
          'quality.plot-has-tree-and-tree',
          'Plot {plotId} has tree {tag} and tree {tag2}. Delete one if it is the same tree, or correct the tag.',
          { plotId: plot.label, tag: first?.tag ?? '', tag2: tag },
        ),
        plotId: plot.id,
        plotLabel: plot.label,
        treeId: id,
        tag,
      }));
  });
}
