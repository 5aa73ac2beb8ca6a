import { FINISHED_PLOTS } from '../../computation/combine-plots.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compose, type Composed } from '../compose.ts';
import { useTestDatabase } from '../testing/api.ts';
import { dbhReading, finishPlot, newTree, surveyWithPlot } from '../testing/made.ts';
import { errandWorker, queueRunner } from './errand-queue.ts';
import { type Errand, errandsIn } from './errands.ts';

let url = '';
const open: { readonly close: () => Promise<void> }[] = [];
const opened = <T extends { readonly close: () => Promise<void> }>(each: T): T => {
  open.push(each);
  return each;
};
const fail = (error: unknown): never => {
  throw error;
};
beforeAll(async () => {
  url = await useTestDatabase();
});
afterAll(async () => {
  for (const { close } of open.reverse()) await close();
});

describe('the queue of long work', () => {
  it('gives each errand to one of two workers, whichever process asked', async () => {
    const done: (readonly [string, string])[] = [];
    const worker = (name: string) =>
      errandWorker(
        url,
        ({ surveyId }: Errand) => {
          done.push([name, surveyId]);
          return surveyId === 'broken' ? Promise.reject(new Error('no such survey')) : Promise.resolve();
        },
        fail,
      );
    const workers = [await worker('one'), await worker('other')];
    const [ask, askToo] = [opened(queueRunner(url, fail)), opened(queueRunner(url, fail))];
    const surveys = Array.from({ length: 10 }, (_, i) => `survey ${String(i)}`);
    await Promise.all(surveys.map((id, i) => (i % 2 === 0 ? ask : askToo)(id, 'basis')));
    expect(done.map(([, id]) => id).sort()).toEqual(surveys.toSorted());
    expect(new Set(done.map(([name]) => name))).toEqual(new Set(['one', 'other']));
    await expect(ask('broken', 'basis')).rejects.toThrow('no such survey');
    for (const { close } of workers) await close();
  });

  it('has a worker keep what a web server then reads', async () => {
    const { survey: made, plot } = await surveyWithPlot();
    const web: Composed = opened(compose(url));
    const services: Composed = opened(compose(url, { mostRemembered: 1 }));
    const worker = await errandWorker(url, errandsIn(services), fail);
    for (const [tag, dbhCm] of [
      ['1', 30],
      ['2', 40],
    ] as const)
      await web.treeCommands.create(newTree(plot.id, tag, { readings: [dbhReading(dbhCm)] }));
    await finishPlot(plot.id);
    await opened(queueRunner(url, fail))(made.id, 'sums');
    await worker.close();
    const survey = await web.surveys.get(made.id);
    // 500 m²: 20 stems a hectare of each, π ÷ 4 × (0.09 + 0.16) m² × 20.
    expect((await web.summary.getOrStale(survey, FINISHED_PLOTS))?.value.sums.basalAreaM2PerHa?.mean).toBeCloseTo(
      Math.PI * 1.25,
      9,
    );
  });
});
