import { writeFileSync } from 'node:fs';
import { openStack } from './lib/stack.mjs';
import { openBrowser } from './lib/browser.mjs';
const stack = await openStack('look', { demo: true });
const base = stack.url ?? stack.base;
const browser = await openBrowser();
const list = await (await fetch(`${base}/api/surveys`)).json();
const valdeliro = list.find((s) => s.placeName === 'Monte Valdeliro' && s.name.includes('2026')).id;
const harrow = list.find((s) => s.placeName === 'Harrow Creek Wood').id;
for (const [name, id] of [['v', valdeliro], ['h', harrow]]) {
  for (const ext of ['pdf', 'xlsx']) {
    const t = Date.now();
    const r = await fetch(`${base}/print/report.${ext}?survey=${id}`);
    const b = Buffer.from(await r.arrayBuffer());
    console.log(name, ext, r.status, b.length, Date.now() - t, 'ms', r.status === 200 ? '' : b.toString().slice(0, 400));
    writeFileSync(`/tmp/${name}.${ext}`, b);
  }
}
const shots = (process.argv[2] ?? '').split(',').filter(Boolean);
const all = { sums: `/reckon/${valdeliro}`, hsums: `/reckon/${harrow}`, report: `/report/${harrow}`, checks: `/reckon/${harrow}/checks`, plots: `/tally?survey=${harrow}` };
for (const name of shots) {
  const phone = name.startsWith('p-');
  const page = await browser.newPage({ viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: name.endsWith('+') ? 3200 : 800 } });
  await page.goto(base + all[name.replace('p-', '').replace('+', '')], { waitUntil: 'networkidle' });
  await page.waitForTimeout(500);
  await page.screenshot({ path: `/tmp/${name}.png` });
  await page.close();
}
await browser.close(); await stack.close?.(); process.exit(0);
