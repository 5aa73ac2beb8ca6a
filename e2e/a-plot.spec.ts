import { appUrl, expect, get, test } from './support/app.ts';

interface TallyAnswer {
  readonly trees: readonly {
    readonly tag: string;
    readonly dead: boolean;
    readonly height: { readonly printed: string } | null;
    readonly stems: readonly unknown[];
  }[];
}

/** Eight trees as a crew calls them out, the dead, the forked, the laser and the log stick among them. */
const LINES = [
  'sp 34.5 +18 -1.5 @20',
  'sp 28 dead',
  'bt g133 &121',
  'sp 41 up18.2 down1.3 lm0.3',
  'sp 38 logs3 loglen5 mf20 stood20',
  'sp 36 logs2.5 loglen5 mf20 stood20',
  'bt 30',
  'ch 25',
] as const;

test('a plot of eight trees is tallied by keyboard alone, and finished', async ({ page, plot }) => {
  await page.goto(`/tally/${plot.plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
  for (const line of LINES) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
    await expect(page.locator('#call-line')).toHaveValue('');
  }
  await expect(page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr')).toHaveCount(8);
  await expect(page.locator('#waiting')).toHaveText('');
  const { trees } = await get<TallyAnswer>(appUrl(), `/api/tally?plot=${plot.plotId}`);
  const by = new Map(trees.map((tree) => [tree.tag, tree]));
  expect([...by.keys()]).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
  expect(by.get('1')?.height?.printed).toBe('19.50');
  expect(by.get('2')?.dead).toBe(true);
  expect(by.get('3')?.stems).toHaveLength(2);
  // 18.2 + 1.3 + 0.3
  expect(by.get('4')?.height?.printed).toBe('19.80');
  // A log count is no total height.
  expect(by.get('5')?.height).toBeNull();
  expect(by.get('6')?.height).toBeNull();
  // Seven live trees on 500 m².
  await expect(page.getByLabel('Running sums')).toContainText('140');

  const finish = page.getByRole('button', { name: /^(Plot is finished|Finish without these heights)$/ });
  const finished = page.getByRole('button', { name: 'Finished: open it again' });
  await finish.focus();
  await page.keyboard.press('Enter');
  if (await page.getByText('The survey asks for the heights of these trees').isVisible())
    await page.keyboard.press('Enter');
  await expect(finished).toBeVisible();
  await page.goto(`/reckon/${plot.surveyId}`);
  await expect(page.getByRole('heading', { name: /The stand, from/ })).toBeVisible();
});

test('one tree in feet by a stick is measured without a survey', async ({ page }) => {
  await page.goto('/measure');
  await page.getByRole('button', { name: 'Measure in feet' }).click();
  await page.getByLabel('Height by').selectOption('height.equal-stick');
  await page.locator('[data-reading="height.eyeToBase"]').fill('84');
  // The stick covers the tree as long as the arm: the tree is as tall as the eye is far from its base.
  await expect(page.getByTestId('height')).toContainText('84.0');
  await expect(page.getByTestId('height')).toContainText('ft');
});
