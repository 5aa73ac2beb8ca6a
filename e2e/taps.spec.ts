import { findMethod } from '../core/src/methods/index.ts';
import { unitOf } from '../core/src/units/index.ts';
import { expect, PHONE, test } from './support/app.ts';

test.use({ viewport: PHONE, hasTouch: true });

/** Twelve ways to measure one tree, each with what its readings may be. */
const METHODS = [
  'diameter.tape',
  'diameter.girth',
  'diameter.two-faces',
  'diameter.graduated-stick',
  'height.two-angles',
  'height.known',
  'height.sighting-triangle',
  'height.shadow',
  'height.pole-at-tree',
  'height.stick-ratio',
  'height.log-stick',
  'height.ultrasonic',
] as const;

/** Most actions from the home page, the digits left out. */
const MOST = 8;

const nameOf = (id: string): string => {
  const name = findMethod(id)?.description.name;
  return typeof name === 'string' ? name : (name?.template ?? '');
};

for (const id of METHODS) {
  test(`${id} takes at most ${String(MOST)} actions from the home page`, async ({ page }) => {
    const found = findMethod(id);
    if (found === null) throw new Error(`${id} is no method`);
    const { measure, example, readings } = found.description;
    let actions = 0;
    const act = async (what: () => Promise<void>): Promise<void> => {
      actions += 1;
      await what();
    };
    await page.goto('/');
    await act(() => page.getByRole('link', { name: 'Measure tree' }).tap());
    const field = page.locator('#phone-reading');
    await expect(field).toBeVisible();
    const isUsual = id === 'diameter.tape' || id === 'height.two-angles';
    if (!isUsual) {
      await act(() => page.getByRole('button', { name: 'Method' }).tap());
      // Opening a list and choosing from it are two.
      actions += 1;
      await act(async () => {
        await page
          .getByRole('combobox', { name: measure === 'diameter' ? 'Diameter method' : 'Height method' })
          .first()
          .selectOption({ label: nameOf(id) });
      });
      await act(() => page.getByRole('button', { name: 'Keys' }).tap());
    }
    if (id === 'height.two-angles') await act(() => page.locator(`[aria-label="Readings"] button`).nth(1).tap());
    const asked = readings.filter(({ usual }) => usual === undefined).length;
    for (let i = 0; i < asked; i += 1) {
      const key = (await field.getAttribute('data-reading'))?.split('.').at(-1) ?? '';
      const reading = example[key];
      if (reading === undefined) throw new Error(`${id} has no example of ${key}`);
      await field.fill(`${String(reading.value)} ${unitOf(reading.unit).symbol}`);
      if (i + 1 < asked) await act(() => page.getByRole('button', { name: /^next: / }).tap());
    }
    const result = measure === 'height' ? page.getByTestId('height') : page.locator('[aria-label="Readings"]');
    await expect(result).toContainText(/\d/);
    test.info().annotations.push({ type: 'actions', description: String(actions) });
    expect(actions).toBeLessThanOrEqual(MOST);
  });
}
