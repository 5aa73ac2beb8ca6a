import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pointsOf } from '../../computation/review-points.ts';
import { compose, type Composed } from '../compose.ts';
import { checkRepository } from './repository.ts';
import { connect } from '../database/connection.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, newPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { reviewedPlots } from './reviewed-plots.ts';

let services: Composed;
let repository: ReturnType<typeof checkRepository>;
let close: () => Promise<unknown>;
beforeAll(async () => {
  const url = await useTestDatabase();
  services = compose(url);
  const connection = connect(url, (error) => {
    throw error;
  });
  repository = checkRepository(connection.database);
  ({ close } = connection);
});
afterAll(async () => {
  await close();
  await services.close();
});

/** About 21 m, level with the eye at 25 m: (80 % + 4 %) of 25 m. */
const usual = (i: number) => [dbhReading(30 + i), ...sights(80 + i, -4, 25)];
/** 40 m on 31 cm. */
const tall = () => [dbhReading(31), ...sights(156, -4, 25)];

/** Looks through surveys, and notes the plots whose readings it asks for. */
function reviewer(mostRemembered: number) {
  const read: string[][] = [];
  const review = reviewedPlots({
    trees: services.trees,
    figures: services.figures,
    plots: services.plots,
    repository: {
      readingsOf: (surveyId, plotIds) => {
        read.push([...plotIds]);
        return repository.readingsOf(surveyId, plotIds);
      },
    },
    mostRemembered,
  });
  return { review, read };
}

const standing = async () => {
  const { survey: made, plot } = await surveyWithPlot();
  const other = newPlot(made, '2');
  await api('POST', '/api/plots', other);
  const add = async (plotId: string, tag: string, readings: ReturnType<typeof usual>): Promise<string> => {
    const tree = newTree(plotId, tag, { readings });
    await services.treeCommands.create(tree);
    return tree.id;
  };
  for (let i = 0; i < 10; i += 1) await add(plot.id, String(i + 1), usual(i));
  const first = await add(plot.id, '11', tall());
  const plain = await add(other.id, '1', [dbhReading(33)]);
  const survey = await services.surveys.get(made.id);
  const judging = { curves: await services.summary.judging(survey), kit: [] };
  return { survey, plot, other, first, plain, add, judging };
};

describe('the plots of a survey as the review list knows them', () => {
  it('are looked through again where they were written to, and come out as if all were', async () => {
    const { survey, plot, other, first, add, judging } = await standing();
    const { review, read } = reviewer(1);
    const named = async (by = review) => {
      const { plots, heights } = await by(survey, judging);
      return pointsOf(plots, heights);
    };
    const isTree = ({ check }: { readonly check: string }): boolean => check === 'tree';
    expect(new Set((await named()).filter(isTree).map(({ treeId }) => treeId))).toEqual(new Set([first]));
    expect(read.flat().sort()).toEqual([plot.id, other.id].sort());

    const second = await add(other.id, '2', tall());
    const again = await named();
    const places = again.filter(isTree).map(({ treeId, plotLabel, tag }) => [treeId, plotLabel, tag].join(' '));
    expect(new Set(places)).toEqual(new Set([`${first} 1 11`, `${second} 2 2`]));
    expect(read.at(-1)).toEqual([other.id]);
    expect(again).toEqual(await named(reviewer(0).review));
  });

  it('keep what their heights say where a tree without a height went, and not where one came with it', async () => {
    const { survey, other, plain, add, judging } = await standing();
    const { review } = reviewer(1);
    const { heights } = await review(survey, judging);
    expect((await api('DELETE', `/api/trees/${plain}`, act())).status).toBe(200);
    const without = await review(survey, judging);
    expect(without.heights).toBe(heights);
    expect(without.plots.map(({ trees }) => trees)).toEqual([11, 0]);
    await add(other.id, '2', usual(3));
    expect((await review(survey, judging)).heights).not.toBe(heights);
  });
});
