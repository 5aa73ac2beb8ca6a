import { describe, expect, it } from 'vitest';
import { treeCounts } from './tree-counts.ts';

describe('the number of trees of a survey', () => {
  it('is counted once in ten seconds for each survey', async () => {
    let ms = 0;
    const asked: string[] = [];
    const counts = treeCounts(
      (survey) => {
        asked.push(survey);
        return Promise.resolve(asked.length);
      },
      () => new Date(ms),
    );
    expect(await counts('a')).toBe(1);
    ms = 9_999;
    expect(await counts('a')).toBe(1);
    expect(await counts('b')).toBe(2);
    ms = 10_000;
    expect(await counts('a')).toBe(3);
    expect(asked).toEqual(['a', 'b', 'a']);
  });

  it('forgets the survey that was counted longest ago where there are too many', async () => {
    let asked = 0;
    const counts = treeCounts(
      () => Promise.resolve((asked += 1)),
      () => new Date(0),
    );
    for (let survey = 0; survey <= 1_000; survey += 1) await counts(String(survey));
    expect(await counts('1000')).toBe(1_001);
    expect(await counts('0')).toBe(1_002);
  });
});
