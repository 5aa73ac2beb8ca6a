import { expect, it } from 'vitest';
import { plotLists } from './plot-lists.ts';
import type { PlotRecord } from './repository.ts';

const plotOf = (id: string, trees: number) => ({ id, label: id, trees }) as PlotRecord;

/** Plots in memory, and what was read of them. */
function stand(trees: Record<string, number>) {
  const revisions = new Map(Object.keys(trees).map((id) => [id, 1]));
  const read: (readonly string[])[] = [];
  const listAmong = (ids: readonly string[]) => {
    read.push(ids);
    return Promise.resolve(ids.map((id) => plotOf(id, trees[id] ?? 0)));
  };
  const list = plotLists({
    revisionsOf: () => Promise.resolve(new Map(revisions)),
    listAmong,
    listOfSurvey: () => listAmong(Object.keys(trees)),
  });
  const write = (id: string, count: number): void => {
    trees[id] = count;
    revisions.set(id, (revisions.get(id) ?? 0) + 1);
  };
  const counted = async () => (await list('survey')).map((plot) => `${plot.label}: ${String(plot.trees)}`);
  return { counted, write, read };
}

it('reads again only the plots that were written to', async () => {
  const { counted, write, read } = stand({ a: 3, b: 4, c: 5 });
  expect(await counted()).toEqual(['a: 3', 'b: 4', 'c: 5']);
  write('b', 7);
  expect(await counted()).toEqual(['a: 3', 'b: 7', 'c: 5']);
  expect(await counted()).toEqual(['a: 3', 'b: 7', 'c: 5']);
  expect(read).toEqual([['a', 'b', 'c'], ['b']]);
});

it('lists a plot that came in', async () => {
  const { counted, write } = stand({ a: 3 });
  await counted();
  write('b', 1);
  expect(await counted()).toEqual(['a: 3', 'b: 1']);
});
