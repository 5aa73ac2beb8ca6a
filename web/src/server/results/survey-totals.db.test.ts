import { FINISHED_PLOTS } from '../../computation/combine-plots.ts';
import { beforeAll, describe, expect, it } from 'vitest';
import { seededRandom } from '@arbolito/core/statistics';
import { services } from '../compose.ts';
import { connect } from '../database/connection.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, knownHeight, newPlot, newTree, surveyWithPlot } from '../testing/made.ts';
import { combinePlots } from '../../computation/combine-plots.ts';
import { basisOf } from './stand-basis.ts';
import { keptRepository } from './survey-result-repository.ts';
import { surveyTotals } from './survey-totals.ts';

let url = '';
beforeAll(async () => {
  url = await useTestDatabase();
});

/** A survey of three plots with forty trees each, every second one with a height about 1.3 + 30 exp(−14 ÷ d). */
async function survey(random: () => number) {
  const { survey: made, plot } = await surveyWithPlot();
  const plots = [plot, newPlot(made, '2'), newPlot(made, '3')];
  for (const other of plots.slice(1)) await api('POST', '/api/plots', other);
  const trees: { id: string; plotId: string }[] = [];
  for (const { id: plotId } of plots) {
    for (let i = 1; i <= 40; i += 1) {
      const dbhCm = Math.round(120 + 300 * random()) / 10;
      const heightM = Math.round(10 * (1.3 + (29 + 2 * random()) * Math.exp(-14 / dbhCm))) / 10;
      const readings = [dbhReading(dbhCm), ...(i % 2 === 0 ? [knownHeight(heightM)] : [])];
      const tree = newTree(plotId, String(i), { readings });
      expect((await api('POST', '/api/trees', tree)).status).toBe(201);
      trees.push(tree);
    }
    await finishPlot(plotId);
  }
  return { surveyId: made.id, plots, trees };
}

const totals = (mostRemembered: number) => {
  const { database } = connect(url, () => undefined);
  const { figures, plots } = services();
  return surveyTotals({
    repository: keptRepository(database),
    figures,
    plots,
    isLarge: () => Promise.resolve(true),
    mostRemembered,
  });
};

/** Every number of a result, to nine digits. */
const rounded = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value), (_, each: unknown) =>
    typeof each === 'number' ? Number(each.toPrecision(9)) : each,
  );

describe('a survey whose plots are remembered', () => {
  it('has after any edits the results of one that is summed up from its trees, and keeps its curves meanwhile', async () => {
    const random = seededRandom(2026);
    const { surveyId, plots, trees } = await survey(random);
    const view = await services().surveys.get(surveyId);
    const [remembering, fresh] = [totals(1), totals(0)];
    const results = async (of: typeof fresh) => {
      const found = await of(view);
      return {
        ...found.heights,
        sums: rounded(combinePlots(view, found, FINISHED_PLOTS)),
        basis: rounded(basisOf(found)),
      };
    };
    const first = await results(remembering);
    expect(first.changedSince).toBe(0);
    for (let round = 0; round < 8; round += 1) {
      for (let edit = 0; edit < 3; edit += 1) {
        const at = Math.floor(random() * trees.length);
        const plotId = plots[Math.floor(random() * 3)]?.id ?? '';
        const dbhCm = Math.round(120 + 300 * random()) / 10;
        if (random() < 0.5) {
          const tree = newTree(plotId, `n${String(round)}${String(edit)}`, { readings: [dbhReading(dbhCm)] });
          expect((await api('POST', '/api/trees', tree)).status).toBe(201);
          trees.push(tree);
        } else {
          const [gone] = trees.splice(at, 1);
          expect((await api('DELETE', `/api/trees/${gone?.id ?? ''}`, act())).status).toBe(200);
        }
      }
      const remembered = await results(remembering);
      expect(remembered).toEqual(await results(fresh));
      // Deleted trees take their heights with them: the curves stay as long as that moves them by less than 5 cm.
      if (remembered.fittedAt !== first.fittedAt) expect(remembered.changedSince).toBe(0);
    }
  });

  it('fits its curves again when a height comes in that moves them', async () => {
    const { surveyId, plots } = await survey(seededRandom(7));
    const view = await services().surveys.get(surveyId);
    const of = totals(1);
    const before = await of(view);
    const add = (tag: string, heightM: number) =>
      api('POST', '/api/trees', newTree(plots[0]?.id ?? '', tag, { readings: [dbhReading(30), knownHeight(heightM)] }));
    // On the curve: it says nothing new.
    await add('on', Number((1.3 + 30 * Math.exp(-14 / 30)).toFixed(1)));
    const same = await of(view);
    expect(same.heights).toMatchObject({ fittedAt: before.heights.fittedAt, changedSince: 1 });
    // 4 m above it: among 60 heights it moves the curve by more than 5 cm.
    await add('off', 24.1);
    const moved = await of(view);
    expect(moved.heights.changedSince).toBe(0);
    expect(moved.heights.fittedAt).not.toBe(before.heights.fittedAt);
  });
});
