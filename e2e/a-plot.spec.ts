import { addPlot, appUrl, expect, get, PHONE, test } from './support/app.ts';

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

/** What the record has of the eight trees. */
async function expectEightTrees(plotId: string): Promise<void> {
  const { trees } = await get<TallyAnswer>(appUrl(), `/api/tally?plot=${plotId}`);
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
}

test('a plot of eight trees is tallied by keyboard alone, finished, and left for the next plot', async ({
  page,
  plot,
}) => {
  const next = await addPlot(appUrl(), plot.surveyId, '2');
  await page.goto(`/tally/${plot.plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
  for (const line of LINES) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
    await expect(page.locator('#call-line')).toHaveValue('');
  }
  await expect(page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr')).toHaveCount(8);
  await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
  await expectEightTrees(plot.plotId);
  // Seven live trees on 500 m².
  await expect(page.getByLabel('Running totals')).toContainText('140');

  const finish = page.getByRole('button', { name: /^(Finish plot|Finish without these heights)$/ });
  const finished = page.getByRole('button', { name: 'Reopen (finished)' });
  await finish.focus();
  await page.keyboard.press('Enter');
  if (await page.getByText('The survey asks for the heights of these trees').isVisible())
    await page.keyboard.press('Enter');
  await expect(finished).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Next plot: 2' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${appUrl()}/tally/${next}`);
  await expect(page.locator('#call-line')).toBeFocused();
  await page.goto(`/results/${plot.surveyId}`);
  await expect(page.getByRole('heading', { name: /Stand, from/ })).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  test('a plot of eight trees is tallied by touch alone, finished, and left for the next plot', async ({
    page,
    plot,
  }) => {
    const next = await addPlot(appUrl(), plot.surveyId, '2');
    await page.goto(`/tally/${plot.plotId}`);
    const pad = page.getByRole('group', { name: 'Thumb pad' });
    const line = page.locator('#call-line');
    let taps = 0;
    const tap = async (name: string): Promise<void> => {
      await pad.getByRole('button', { name, exact: true }).tap();
      taps += 1;
    };
    const digits = async (number: string): Promise<void> => {
      for (const digit of number) await tap(digit === '.' ? 'decimal point' : digit);
    };
    /** A word by the letters that begin it, then its number. */
    const word = async (begun: string, whole: string, number: string): Promise<void> => {
      await tap('letters');
      for (const letter of begun) await tap(letter);
      await tap(`word ${whole}`);
      await digits(number);
    };
    const code = async (name: string): Promise<void> => {
      await tap('condition codes, units and more');
      await tap(name);
    };
    const save = async (): Promise<void> => {
      await tap('Save tree');
      await expect(line).toHaveValue('');
    };

    await tap('Scots pine');
    await digits('34.5');
    await tap('top, above level');
    await digits('18');
    await tap('base, below level');
    await digits('1.5');
    await tap('distance');
    await digits('20');
    await save();
    await digits('28');
    await code('dead, standing');
    await save();
    await tap('Beech');
    await tap('girth');
    await digits('133');
    await tap('another stem');
    await digits('121');
    await save();
    await tap('Scots pine');
    await digits('41');
    await word('u', 'up', '18.2');
    await word('d', 'down', '1.3');
    await word('l', 'lm', '0.3');
    await save();
    await digits('38');
    await word('lo', 'logs', '3');
    await word('lo', 'loglen', '5');
    await word('m', 'mf', '20');
    await word('st', 'stood', '20');
    await save();
    // The words of the tree before are offered before a letter is typed.
    await digits('36');
    await word('', 'logs', '2.5');
    await word('', 'loglen', '5');
    await word('', 'mf', '20');
    await word('', 'stood', '20');
    await save();
    await tap('Beech');
    await digits('30');
    await save();
    await tap('Sweet chestnut');
    await digits('25');
    await save();
    await expect(page.getByTestId('plot-line')).toContainText('8 trees');
    await expect(page.getByRole('button', { name: /^Tree 8, / })).toBeInViewport();
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    await expectEightTrees(plot.plotId);
    test.info().annotations.push({ type: 'taps', description: `${String(taps)} for eight trees` });
    expect(taps).toBeLessThanOrEqual(130);

    await page.getByRole('button', { name: 'Plot', exact: true }).tap();
    await page.getByRole('button', { name: 'Finish plot' }).tap();
    const held = page.getByRole('button', { name: 'Finish without these heights' });
    if (await held.isVisible()) await held.tap();
    await page.getByRole('link', { name: 'Next plot: 2' }).tap();
    await expect(page).toHaveURL(`${appUrl()}/tally/${next}`);
    await expect(page.getByText('No trees in plot 2 yet.')).toBeVisible();
  });

  for (const viewport of [PHONE, { width: 360, height: 640 }])
    test(`keys end above the navigation, reading and height are seen: ${String(viewport.width)} wide`, async ({
      page,
      plot,
    }) => {
      await page.setViewportSize(viewport);
      const bottomOf = async (name: string): Promise<number> => {
        const box = await page.getByRole('group', { name }).boundingBox();
        return (box?.y ?? NaN) + (box?.height ?? NaN);
      };
      const navigationTop = async (): Promise<number> =>
        (await page.getByRole('navigation', { name: 'Tasks' }).boundingBox())?.y ?? NaN;
      await page.goto(`/tally/${plot.plotId}`);
      await expect(page.locator('#call-line')).toBeInViewport();
      expect(await bottomOf('Thumb pad')).toBeLessThanOrEqual((await navigationTop()) + 1);
      await page.goto('/measure');
      await page.getByRole('button', { name: 'Method', exact: true }).tap();
      await page.locator('#callout').fill('sp 30 +18.5:30 -12.5:30 @30');
      await page.getByRole('button', { name: 'Keys', exact: true }).tap();
      const base = page.getByRole('group', { name: 'Readings' }).getByRole('button', { name: /base/ });
      await base.tap();
      await expect(base).toBeInViewport({ ratio: 0.9 });
      await expect(page.getByTestId('height')).toBeInViewport({ ratio: 0.9 });
      const reading = page.locator('#phone-reading');
      await expect(reading).toHaveValue('−12.5');
      expect(await reading.evaluate((input) => input.scrollWidth <= input.clientWidth)).toBe(true);
      expect(await bottomOf('Keypad')).toBeLessThanOrEqual((await navigationTop()) + 1);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(viewport.width);
    });

  test('one tree in feet by a stick is measured by touch, without a survey', async ({ page }) => {
    await page.goto('/measure');
    await page.getByRole('button', { name: 'Method', exact: true }).tap();
    await page.getByRole('button', { name: 'Measure in feet' }).tap();
    await page.getByLabel('Height method').selectOption('height.equal-stick');
    await page.getByRole('button', { name: 'Keys', exact: true }).tap();
    const readings = page.getByRole('group', { name: 'Readings' });
    await readings.getByRole('button', { name: /eye to/i }).tap();
    const keys = page.getByRole('group', { name: 'Keypad' });
    for (const digit of '84') await keys.getByRole('button', { name: digit, exact: true }).tap();
    await expect(page.getByTestId('height')).toContainText('84.0');
    await expect(page.getByTestId('height')).toContainText('ft');
  });
});

test('one tree in feet by a stick is measured without a survey', async ({ page }) => {
  await page.goto('/measure');
  await page.getByRole('button', { name: 'Measure in feet' }).click();
  await page.getByLabel('Height method').selectOption('height.equal-stick');
  await page.locator('[data-reading="height.eyeToBase"]').fill('84');
  // The stick covers the tree as long as the arm: the tree is as tall as the eye is far from its base.
  await expect(page.getByTestId('height')).toContainText('84.0');
  await expect(page.getByTestId('height')).toContainText('ft');
});
