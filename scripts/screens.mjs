// npm run screens: measures each main view at the size of a desk, a phone and a small phone, on the demo data. For each: height,
// controls in the first view, words, and what a reader or a thumb would stumble over. `npm run screens -- --detail` names each
// element; `-- --at URL` measures an application that is already running; `-- --only WORD` measures the views with that word.
import { parseArgs } from 'node:util';
import { openBrowser } from './lib/browser.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureNodeModules } from './lib/packages.mjs';
import { openStack } from './lib/stack.mjs';
import { run, say } from './lib/steps.mjs';

const SIZES = {
  desk: { width: 1280, height: 800 },
  phone: { width: 390, height: 844 },
  small: { width: 360, height: 640 },
};
const MIN_TARGET_PX = 44;
const MIN_TEXT_PX = 14;
const MAX_SHIFT = 0.05;

const { values: asked } = parseArgs({
  options: { detail: { type: 'boolean' }, at: { type: 'string' }, only: { type: 'string' }, size: { type: 'string' } },
});

/** The main views, on what the demo surveys hold. */
async function views(base) {
  const get = async (address) => (await fetch(`${base}${address}`)).json();
  const surveys = await get('/api/surveys');
  const survey = surveys[0].id;
  const woodlot = surveys.find(({ placeName }) => placeName === 'Harrow Creek Wood').id;
  const plots = await get(`/api/plots?survey=${survey}`);
  const trees = (await Promise.all(plots.map(({ id }) => get(`/api/trees?plot=${id}`)))).flat();
  const { treesToCheck } = await get(`/api/surveys/${survey}/summary`);
  const several = trees.find(({ heights }) => heights?.length > 1) ?? trees[0];
  return [
    ['home', '/'],
    ['new survey', '/surveys/new'],
    ['survey', `/surveys/${survey}`],
    ['field rules', `/surveys/${survey}/rules`],
    ['volume and prices', `/surveys/${survey}/wood`],
    ['plan plots', `/surveys/${survey}/plan`],
    ['measure a tree', '/measure'],
    ['tree sheet', `/measure/${trees.find(({ height, stems }) => height !== null && stems.length === 1).id}`],
    ['tree to check', `/measure/${treesToCheck[0].treeId}`],
    ['several stems', `/measure/${trees.find(({ stems }) => stems.length > 2).id}`],
    ['several heights', `/measure/${several.id}`],
    ['tape in hand', '/measure/tape-close-up'],
    ['where to tape', '/measure/where-to-tape'],
    ['tally', `/tally/${plots.find(({ label }) => label === '15').id}`],
    ['results', `/results/${survey}`],
    ['checks', `/results/${survey}/checks`],
    ['height curve', `/results/${survey}/heights`],
    ['stand logs', `/results/${survey}/logs`],
    ['stem', `/results/stem?survey=${survey}&species=bt&dbh=46&height=27`],
    ['one log', '/results/log'],
    ['board feet', '/results/board-feet?dbh=32&logs=5'],
    ['local volume table', '/results/local-table'],
    ['local taper', '/results/local-taper'],
    ['two phases', '/results/two-phases'],
    ['report', `/report/${woodlot}`],
    ['import', `/report/${survey}/import`],
    ['fall reach', '/surveys/fall-reach'],
    ['stand-off', '/surveys/stand-off'],
    ['who is in', '/surveys/who-is-in'],
    ['instruments', '/surveys/kit'],
    ['help', '/help'],
    ['glossary', '/help/glossary'],
  ];
}

/** What one open page measures; runs in the page. */
function measureInPage({ minTarget, minText }) {
  const shown = (element) => {
    const box = element.getBoundingClientRect();
    const style = getComputedStyle(element);
    return box.width > 0 && box.height > 0 && style.visibility !== 'hidden' && style.clipPath !== 'inset(50%)';
  };
  const name = (element) => {
    const text = (element.getAttribute('aria-label') ?? element.innerText ?? element.textContent ?? '').trim();
    return `${element.tagName.toLowerCase()} "${text.replace(/\s+/g, ' ').slice(0, 30)}"`;
  };
  const main = document.querySelector('main') ?? document.body;
  const controls = [
    ...main.querySelectorAll(
      'a[href],button,input:not([type=hidden]),select,textarea,summary,[role=button],[role=tab]',
    ),
  ].filter(shown);
  const inView = controls.filter((element) => {
    const box = element.getBoundingClientRect();
    return box.top < innerHeight && box.bottom > 0;
  });
  /** A link inside a sentence is as high as its line; a box or a dot counts with its label. */
  const target = (element) => {
    const label = element.closest('label') ?? element.labels?.[0];
    return element.matches('[type=checkbox],[type=radio]') && label ? label : element;
  };
  const isInSentence = (element) =>
    element.tagName === 'A' &&
    getComputedStyle(element).display === 'inline' &&
    [...element.parentNode.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim().length > 1);
  const smallTargets = controls
    .filter((element) => !isInSentence(element))
    .map((element) => [element, target(element).getBoundingClientRect()])
    .filter(([, box]) => Math.min(box.width, box.height) < minTarget - 0.5)
    .map(([element, box]) => `${name(element)} ${Math.round(box.width)}×${Math.round(box.height)}`);
  const smallTexts = new Map();
  const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
  while (walker.nextNode()) {
    const parent = walker.currentNode.parentElement;
    const text = walker.currentNode.textContent.trim();
    if (text === '' || !parent || parent.closest('script,style,noscript,sup,sub') || !shown(parent)) continue;
    const scale = parent instanceof SVGGraphicsElement ? (parent.getScreenCTM()?.a ?? 1) : 1;
    const size = parseFloat(getComputedStyle(parent).fontSize) * Math.abs(scale);
    if (size < minText - 0.3) smallTexts.set(`${size.toFixed(1)} px "${text.slice(0, 30)}"`, true);
  }
  const pen = document.createElement('canvas').getContext('2d');
  const cutSelects = controls
    .filter((element) => element.tagName === 'SELECT')
    .map((element) => {
      pen.font = getComputedStyle(element).font;
      const style = getComputedStyle(element);
      const room = element.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight) - 16;
      return [element, room, pen.measureText(element.selectedOptions[0]?.text ?? '').width];
    })
    .filter(([, room, needed]) => needed > room + 1)
    .map(([element, room, needed]) => `${name(element)} ${Math.round(room)} for ${Math.round(needed)}`);
  const scroller = document.scrollingElement;
  return {
    heightPx: Math.max(
      scroller.scrollHeight,
      ...[main, ...main.querySelectorAll('*')]
        .filter((e) => e.clientHeight > innerHeight / 2 && /auto|scroll/.test(getComputedStyle(e).overflowY))
        .map((e) => e.scrollHeight),
    ),
    sidewaysPx: Math.max(scroller.scrollWidth, document.body.scrollWidth, main.scrollWidth) - innerWidth,
    controls: inView.length,
    words: main.innerText.split(/\s+/).filter(Boolean).length,
    smallTargets,
    smallTexts: [...smallTexts.keys()],
    cutSelects,
    shift: window.layoutShift ?? 0,
  };
}

async function measure(browser, base, at, size) {
  const context = await browser.newContext({ viewport: size, hasTouch: size !== SIZES.desk });
  await context.addInitScript(() => {
    window.layoutShift = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) if (!entry.hadRecentInput) window.layoutShift += entry.value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  const page = await context.newPage();
  await page.goto(`${base}${at}`, { waitUntil: 'networkidle' });
  await page.evaluate(() => document.fonts.ready);
  const figures = await page.evaluate(measureInPage, { minTarget: MIN_TARGET_PX, minText: MIN_TEXT_PX });
  await context.close();
  return figures;
}

const cell = (value, width) => String(value).padStart(width);

async function report(base) {
  const browser = await openBrowser();
  try {
    const all = (await views(base)).filter(([name]) => asked.only === undefined || name.includes(asked.only));
    say(`${'view'.padEnd(20)}size   height  first  words  <44px  <14px  cut  sideways  shift`);
    for (const [name, at] of all)
      for (const [sizeName, size] of Object.entries(SIZES)) {
        if (asked.size !== undefined && asked.size !== sizeName) continue;
        const found = await measure(browser, base, at, size);
        const { smallTargets, smallTexts, cutSelects } = found;
        say(
          `${name.padEnd(20)}${sizeName.padEnd(5)}${cell(found.heightPx, 8)}${cell(found.controls, 7)}${cell(found.words, 7)}` +
            `${cell(smallTargets.length, 7)}${cell(smallTexts.length, 7)}${cell(cutSelects.length, 5)}` +
            `${cell(Math.max(0, found.sidewaysPx), 10)}${cell(found.shift.toFixed(2), 7)}${found.shift > MAX_SHIFT ? ' !' : ''}`,
        );
        if (asked.detail) for (const each of [...smallTargets, ...smallTexts, ...cutSelects]) say(`    ${each}`);
      }
  } finally {
    await browser.close();
  }
}

run(async () => {
  if (asked.at !== undefined) return report(asked.at);
  await ensureNodeModules();
  await ensureBuilt();
  const stack = await openStack('test', { demo: true });
  try {
    await report(stack.url);
  } finally {
    await stack.close();
  }
});
