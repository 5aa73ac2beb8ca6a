import { addPlot, appUrl, expect, test } from './support/app.ts';
import { enter, onPhone, rows, tagsOn, takeAlong } from './support/phone.ts';

test('trees of another crew appear without a reload, and its plot is named', async ({ browser, plot }) => {
  const { plotId, surveyId } = plot;
  const secondPlot = await addPlot(appUrl(), surveyId, '2');
  const [one, two, three] = await Promise.all(
    [plotId, plotId, secondPlot].map(async (id) => {
      const page = await (await browser.newContext({ baseURL: appUrl() })).newPage();
      await page.goto(`/tally/${id}`);
      return page;
    }),
  );
  if (one === undefined || two === undefined || three === undefined) throw new Error('a page is missing');
  await expect(one.getByText('Crew Badger is in this plot as well.')).toBeVisible();
  await expect(one.getByText('Crew Badger is in plot 2.')).toBeVisible();
  await enter(one, 'sp 34.5');
  await expect(rows(two)).toHaveCount(1);
  await expect(rows(two)).toContainText('34.5');
  await expect(two.locator('#call-line')).toHaveAccessibleName(/^Tree 2/);
  await three.close();
  await expect(one.getByText('Crew Badger is in plot 2.')).toHaveCount(0);
});

test('two crews without a network meet: what does not touch is merged, what does is decided by a tap', async ({
  plot: { plotId, surveyId },
}) => {
  await onPhone(async (first, firstContext) => {
    await onPhone(async (second, secondContext) => {
      for (const page of [first, second]) await page.reload();
      await first.goto(`/tally/${plotId}`);
      await enter(first, 'sp 30');
      await expect.poll(() => tagsOn(plotId)).toEqual(['1']);
      for (const page of [first, second]) {
        await page.goto('/device');
        await takeAlong(page, surveyId);
        await page.goto(`/tally/${plotId}`);
        await expect(rows(page)).toHaveCount(1);
      }
      await firstContext.setOffline(true);
      await secondContext.setOffline(true);
      await first.getByRole('button', { name: /^Tree 1, / }).click();
      await enter(first, '#1 sp 31');
      await second.getByRole('button', { name: /^Tree 1, / }).click();
      await enter(second, '#1 sp 33');
      await enter(first, 'sp 40');
      await enter(second, 'bt 50');

      await firstContext.setOffline(false);
      await expect(first.locator('#waiting')).toHaveText('✓ sent');
      await secondContext.setOffline(false);
      await expect(second.locator('#waiting')).toHaveText('2 need attention');
      await second.getByRole('button', { name: 'Compare' }).click();
      await expect(second.getByRole('heading', { name: 'Plot 1, tree 1: Diameter' })).toBeVisible();
      await second.getByRole('button', { name: 'Use tag 3' }).click();
      await expect(second.getByRole('heading', { name: /was given twice/ })).toHaveCount(0);
      await second.getByRole('button', { name: 'Keep this version' }).last().click();
      await expect(second.getByText('There is nothing to decide.')).toBeVisible();
      await expect.poll(() => tagsOn(plotId)).toEqual(['1', '2', '3']);

      // The other phone has it all without a reload.
      await expect(rows(first)).toHaveCount(3);
      await expect(rows(first).first()).toContainText('33');
      await expect(first.locator('#waiting')).not.toHaveText(/attention/);
    });
  });
});
