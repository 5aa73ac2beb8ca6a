import { openBrowser } from './lib/browser.mjs';
const base = 'http://127.0.0.1:4402';
const [,, out, path, size = 'desk', ...acts] = process.argv;
const browser = await openBrowser();
const page = await browser.newPage(size === 'phone' ? { viewport: { width: 390, height: 844 }, hasTouch: true } : { viewport: { width: 1280, height: 800 } });
page.on('pageerror', (e) => console.log('ERR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
await page.goto(base + path, { waitUntil: 'networkidle' });
for (const act of acts) {
  const [verb, ...rest] = act.split('::');
  if (verb === 'click') await page.getByRole(rest[0], { name: rest[1], exact: rest[2] === 'exact' }).first().click();
  if (verb === 'text') await page.getByText(rest[0]).first().click();
  if (verb === 'fill') await page.getByLabel(rest[0]).first().fill(rest[1]);
  if (verb === 'css') await page.locator(rest[0]).first().click();
  if (verb === 'fillcss') await page.locator(rest[0]).first().fill(rest[1]);
  if (verb === 'press') await page.keyboard.press(rest[0]);
  if (verb === 'scroll') await page.locator(rest[0]).first().scrollIntoViewIfNeeded();
  if (verb === 'file') await page.locator('input[type=file]').first().setInputFiles(rest[0]);
  if (verb === 'wait') await page.waitForTimeout(Number(rest[0]));
  if (verb === 'full') { await page.screenshot({ path: out, fullPage: true }); await browser.close(); process.exit(0); }
}
await page.waitForTimeout(400);
await page.screenshot({ path: out });
await browser.close();
