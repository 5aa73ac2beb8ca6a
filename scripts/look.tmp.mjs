import { openBrowser } from './lib/browser.mjs';
import { openStack } from './lib/stack.mjs';
import { run } from './lib/steps.mjs';
const only = process.argv.slice(2);
run(async () => {
  const stack = await openStack('look', { demo: true });
  const browser = await openBrowser();
  const errors = [];
  const open = async (viewport) => { const page = await browser.newPage({ viewport }); page.on('pageerror', (e) => errors.push(e.message)); page.on('console', (m) => m.type() === 'error' && errors.push(m.text())); return page; };
  const { body } = await fetch(`${stack.url}/api/surveys`).then(async (r) => ({ body: await r.json() }));
  const survey = body.find(({ name }) => name.includes('2026')).id;
  const desk = { width: 1280, height: 800 };
  const phone = { width: 390, height: 844 };
  const shots = {
    stem: async () => { const page = await open(desk); await page.goto(`${stack.url}/reckon/stem?survey=${survey}&species=bt&dbh=46&height=27`, { waitUntil: 'networkidle' }); await page.getByRole('button', { name: 'A defect' }).click(); await page.getByRole('slider', { name: 'Saw 2' }).press('ArrowRight'); await page.waitForTimeout(700); await page.screenshot({ path: '/tmp/shots/stem.png' }); await page.screenshot({ path: '/tmp/shots/stem-full.png', fullPage: true }); },
    phonestem: async () => { const page = await open(phone); await page.goto(`${stack.url}/reckon/stem?units=imperial`, { waitUntil: 'networkidle' }); await page.waitForTimeout(500); await page.screenshot({ path: '/tmp/shots/phonestem.png' }); },
    wood: async () => { const page = await open(desk); await page.goto(`${stack.url}/prepare/${survey}/wood`, { waitUntil: 'networkidle' }); await page.screenshot({ path: '/tmp/shots/wood.png' }); await page.screenshot({ path: '/tmp/shots/wood-full.png', fullPage: true }); },
    log: async () => { const page = await open(desk); await page.goto(`${stack.url}/reckon/log?units=imperial&length=16&top=14`, { waitUntil: 'networkidle' }); await page.screenshot({ path: '/tmp/shots/log.png', fullPage: true }); },
    logs: async () => { const page = await open(desk); await page.goto(`${stack.url}/reckon/${survey}/logs`, { waitUntil: 'networkidle' }); const t = Date.now(); await page.getByRole('button', { name: 'Cut all trees' }).click(); await page.getByTestId('stand-net').waitFor(); console.log('stand ms', Date.now() - t); await page.screenshot({ path: '/tmp/shots/logs.png', fullPage: true }); },
    sums: async () => { const page = await open(desk); await page.goto(`${stack.url}/reckon/${survey}`, { waitUntil: 'networkidle' }); await page.screenshot({ path: '/tmp/shots/sums.png' }); },
  };
  try { for (const [name, shoot] of Object.entries(shots)) if (only.length === 0 || only.includes(name)) await shoot(); }
  finally { console.log(errors); await browser.close(); await stack.close(); }
});
