import { openStack } from './lib/stack.mjs';
import { openBrowser } from './lib/browser.mjs';
import { mkdirSync } from 'node:fs';
mkdirSync('/tmp/shots', { recursive: true });
const wanted = process.argv.slice(2);
const stack = await openStack('look', { demo: true });
const browser = await openBrowser();
const surveys = await (await fetch(stack.url + '/api/surveys')).json();
const survey = surveys.find((s) => s.name.includes('2026'));
const summary = await (await fetch(`${stack.url}/api/surveys/${survey.id}/summary`)).json();
const plot = summary.plots.find((p) => p.label === '10');
const trees = await (await fetch(`${stack.url}/api/trees?plot=${plot.id}`)).json();
const last = trees.slice(-5);
const errors = [];
export const ctx = { stack, browser, survey, plot, last, surveys };
const pages = {
  six: `/measure/${last[0].id}`,
  three: `/measure/${last[1].id}`,
  lean: `/measure/${last[2].id}`,
  steep: `/measure/${last[3].id}`,
  broken: `/measure/${last[4].id}`,
  kit: '/prepare/kit',
  fall: '/prepare/fall-reach',
  stand: '/prepare/stand-off',
  help: '/help', stem: '/reckon/stem',
  sheet: `/measure?plot=${plot.id}`,
};
for (const arg of wanted) {
  const [name, size = 'desk', script = ''] = arg.split(':');
  const viewport = size === 'phone' ? { width: 390, height: 844 } : { width: 1280, height: 800 };
  const context = await browser.newContext({ viewport, hasTouch: size === 'phone', isMobile: size === 'phone' });
  const page = await context.newPage();
  page.on('pageerror', (e) => errors.push(`${name}: ${e.message}`));
  page.on('console', (m) => m.type() === 'error' && errors.push(`${name}: ${m.text()}`));
  await page.goto(stack.url + pages[name]);
  await page.waitForLoadState('networkidle');
  if (script) {
    const mod = await import('/tmp/steps.mjs');
    await mod[script](page);
  }
  await page.waitForTimeout(300);
  await page.screenshot({ path: `/tmp/shots/${name}-${size}${script ? '-' + script : ''}.png` });
  await context.close();
}
console.log(errors.join('\n'));
await browser.close();
await stack.close();
