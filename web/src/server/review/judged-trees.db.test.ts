import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compose, type Composed } from '../compose.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { dbhReading, newPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { judgedTrees } from './judged-trees.ts';

let services: Composed;
beforeAll(async () => {
  services = compose(await useTestDatabase());
});
afterAll(() => services.close());

/** About 21 m, level with the eye at 25 m: (80 % + 4 %) of 25 m. */
const usual = (i: number) => [dbhReading(30 + i), ...sights(80 + i, -4, 25)];
/** 40 m on 31 cm. */
const tall = () => [dbhReading(31), ...sights(156, -4, 25)];

describe('the trees of a survey in the light of its curves', () => {
  it('are judged again on plots that were written to, and come out as if all were', async () => {
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
    await add(other.id, '1', usual(4));
    const survey = await services.surveys.get(made.id);
    const judging = { curves: await services.summary.judging(survey), kit: [] };
    const asked: string[][] = [];
    const judge = (mostRemembered: number) =>
      judgedTrees({
        trees: {
          withCurveChecks: (of, by, ids) => {
            asked.push([...ids]);
            return services.trees.withCurveChecks(of, by, ids);
          },
        },
        figures: services.figures,
        plots: services.plots,
        mostRemembered,
      });
    const said = async (by: ReturnType<typeof judge>) => {
      const answer = await by(survey, judging);
      const rows = await services.figures.list(survey, (row) => ({ ...row, id: row.treeId }));
      return answer(rows.filter(({ heightM }) => heightM !== null));
    };
    const remembering = judge(1);
    expect([...(await said(remembering)).keys()]).toEqual([first]);
    expect(asked.at(-1)).toHaveLength(12);

    const second = await add(other.id, '2', tall());
    const again = await said(remembering);
    expect(new Set(again.keys())).toEqual(new Set([first, second]));
    // The other plot alone: its tree of before, and the new one.
    expect(asked.at(-1)).toHaveLength(2);
    expect(again).toEqual(await said(judge(0)));
    expect(asked.at(-1)).toHaveLength(13);
  });
});
