import { describe, expect, it } from 'vitest';
import type { SurveyView } from '../../contracts/views.ts';
import { oneByOne, reviewApart } from './worker-runner.ts';
import { keeperOf } from './survey-cache.ts';
import type { Kept, KeptRepository } from './survey-result-repository.ts';

/** A record that is written to by raising its revision, and a keeper of how often it was worked out. */
function made({ trees, elsewhere }: { readonly trees: number; readonly elsewhere?: boolean }) {
  const state = { revision: 1, workedOut: 0, rules: 'a', ranElsewhere: 0, fails: false };
  const kept = new Map<string, Kept>();
  const repository: KeptRepository = {
    find: (id, name) => Promise.resolve(kept.get(`${id} ${name}`) ?? null),
    keep: (id, name, stamp, value) => {
      kept.set(`${id} ${name}`, { stamp, value, madeAt: '2026-06-03T09:15:00Z' });
      return Promise.resolve('2026-06-03T09:15:00Z');
    },
    findPart: (id, name) => repository.find(id, name),
    whenKept: () => Promise.resolve(null),
  };
  const errors: unknown[] = [];
  const figures = {
    stampOf: () => Promise.resolve(state.rules),
    revisionOf: () => Promise.resolve(String(state.revision)),
    countTrees: () => Promise.resolve(trees),
  };
  const workOut = (): Promise<{ readonly at: number }> => {
    state.workedOut += 1;
    return state.fails ? Promise.reject(new Error('no room')) : Promise.resolve({ at: state.revision });
  };
  // Another process works it out under the stamp of its own reading, and keeps it there.
  const thread = async (): Promise<void> => {
    state.ranElsewhere += 1;
    await inner.get(survey);
  };
  const inner = keeperOf('sums', workOut, { repository, figures, elsewhere: undefined, onError: () => undefined });
  const keeper = keeperOf('sums', workOut, {
    repository,
    figures,
    elsewhere: elsewhere === true ? thread : undefined,
    onError: (error) => errors.push(error),
  });
  const survey = { id: 's', name: 'Visit' } as SurveyView;
  return { state, keeper, survey, errors };
}

/** Lets everything that was begun come to its end. */
const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

describe('what was worked out of a whole survey', () => {
  it('is worked out once for one state of the record, however often it is asked for', async () => {
    const { state, keeper, survey } = made({ trees: 10 });
    expect(await Promise.all([keeper.get(survey), keeper.get(survey)])).toEqual([{ at: 1 }, { at: 1 }]);
    await keeper.get(survey);
    expect(state.workedOut).toBe(1);
  });

  it('is worked out anew when the record was written to, and when the survey settles something else', async () => {
    const { state, keeper, survey } = made({ trees: 10 });
    await keeper.get(survey);
    state.revision = 2;
    expect(await keeper.get(survey)).toEqual({ at: 2 });
    state.rules = 'b';
    await keeper.get(survey);
    await keeper.get({ ...survey, name: 'Another name' });
    expect(state.workedOut).toBe(4);
  });

  it('does not count for a record that was written to while it was read', async () => {
    const { state, keeper, survey } = made({ trees: 10 });
    const asked = keeper.get(survey);
    await Promise.resolve();
    state.revision = 2;
    await asked;
    expect(await keeper.get(survey)).toEqual({ at: 2 });
  });

  it('of a small survey is as the record stands', async () => {
    const { state, keeper, survey } = made({ trees: 10 });
    await keeper.getOrStale(survey);
    state.revision = 2;
    expect(await keeper.getOrStale(survey)).toMatchObject({ value: { at: 2 }, isStale: false });
  });

  it('of a large survey is that of before, said to be, while it is worked out anew', async () => {
    const { state, keeper, survey } = made({ trees: 100_000 });
    expect(await keeper.getOrStale(survey)).toBeNull();
    await settled();
    expect(await keeper.getOrStale(survey)).toMatchObject({ value: { at: 1 }, isStale: false });
    state.revision = 2;
    expect(await keeper.getOrStale(survey)).toMatchObject({ value: { at: 1 }, isStale: true });
    await settled();
    expect(await keeper.getOrStale(survey)).toMatchObject({ value: { at: 2 }, isStale: false });
  });

  it('of a large survey is never shown under other settings than its own', async () => {
    const { state, keeper, survey } = made({ trees: 100_000 });
    await keeper.get(survey);
    state.rules = 'b';
    expect(await keeper.getOrStale(survey)).toBeNull();
  });

  it('of a large survey is worked out elsewhere where there is such a place, and here where there is none', async () => {
    const large = made({ trees: 100_000, elsewhere: true });
    expect(await large.keeper.get(large.survey)).toEqual({ at: 1 });
    expect(large.state.ranElsewhere).toBe(1);
    const small = made({ trees: 10, elsewhere: true });
    await small.keeper.get(small.survey);
    expect(small.state.ranElsewhere).toBe(0);
  });

  it('of a large survey is near enough as it was, beside something else, and not worked out for that', async () => {
    const { state, keeper, survey } = made({ trees: 100_000 });
    expect(await keeper.getPartStaleOk(survey, null)).toEqual({ at: 1 });
    state.revision = 2;
    expect(await keeper.getPartStaleOk(survey, null)).toEqual({ at: 1 });
    expect(state.workedOut).toBe(1);
    state.rules = 'b';
    expect(await keeper.getPartStaleOk(survey, null)).toEqual({ at: 2 });
    const small = made({ trees: 10 });
    await small.keeper.getPartStaleOk(small.survey, null);
    small.state.revision = 2;
    expect(await small.keeper.getPartStaleOk(small.survey, null)).toEqual({ at: 2 });
  });

  it('tells of what went wrong while nobody waited, and tries again when it is asked', async () => {
    const { state, keeper, survey, errors } = made({ trees: 100_000 });
    state.fails = true;
    expect(await keeper.getOrStale(survey)).toBeNull();
    await settled();
    expect(errors).toHaveLength(1);
    state.fails = false;
    expect(await keeper.get(survey)).toEqual({ at: 1 });
  });
});

describe('errands to another thread', () => {
  it('run one after the other, those that wait already are not sent twice, and a failed one holds nobody up', async () => {
    const log: string[] = [];
    const ends: (() => void)[] = [];
    const errands = oneByOne((surveyId, name) => {
      log.push(`${surveyId} ${name}`);
      return surveyId === 'bad' ? Promise.reject(new Error('no room')) : new Promise((resolve) => ends.push(resolve));
    });
    const first = errands('a', 'sums');
    await settled();
    const second = errands('a', 'sums');
    const again = errands('a', 'sums');
    const bad = errands('bad', 'sums');
    const other = errands('a', 'work-list');
    expect(again).toBe(second);
    expect(log).toEqual(['a sums']);
    ends.shift()?.();
    await first;
    await settled();
    expect(log).toEqual(['a sums', 'a sums']);
    ends.shift()?.();
    await expect(bad).rejects.toThrow('no room');
    await settled();
    ends.shift()?.();
    await other;
    expect(log).toEqual(['a sums', 'a sums', 'bad sums', 'a work-list']);
  });
});

describe('review lists in a thread of their own', () => {
  it('begin when the basis is there, and hold up no results', async () => {
    const log: string[] = [];
    let endReview: () => void = () => undefined;
    const results = (surveyId: string, name: string) => {
      log.push(`${surveyId} ${name}`);
      return Promise.resolve();
    };
    const review = (surveyId: string, name: string) => {
      log.push(`${surveyId} ${name} of the other thread`);
      return new Promise<void>((resolve) => {
        endReview = resolve;
      });
    };
    const run = reviewApart(results, review);
    const list = run('1', 'work-list');
    await settled();
    expect(log).toEqual(['1 basis', '1 work-list of the other thread']);
    await run('2', 'sums');
    expect(log.at(-1)).toBe('2 sums');
    endReview();
    await list;
  });
});
