import { expect, it } from 'vitest';
import { surveyPages } from './survey-pages.ts';

it('are tally and tree sheet of each plot, and what a crew looks up of the survey', () => {
  const pages = surveyPages('s', [{ id: 'a' }, { id: 'b' }]);
  for (const page of [
    '/tally?survey=s',
    '/tally/a',
    '/measure?plot=a',
    '/tally/b',
    '/surveys/s/rules',
    '/results/s/map',
  ])
    expect(pages).toContain(page);
  expect(new Set(pages).size).toBe(pages.length);
});
