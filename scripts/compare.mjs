// npm run compare -- <address> <address>: whether two running applications give the same figures for the surveys of both. For
// changes that should change nothing but speed: one runs from before the change, one from after it, each with its own demo data.
import { isDeepStrictEqual } from 'node:util';
import { run, say, Stop } from './lib/steps.mjs';

/** Differences that are listed. */
const MOST_LISTED = 20;

async function read(address) {
  const response = await fetch(address);
  const body = await response.text();
  if (!response.ok) throw new Stop(`${address} answers ${response.status}: ${body.slice(0, 200)}`);
  return response.headers.get('content-type')?.includes('json') === true ? JSON.parse(body) : body.split('\n');
}

/** The years since the last visit of a tree that has no date of its own go on with the clock. */
const HANGS_ON_CLOCK = new Set(['years']);

/** Places where two answers differ, with both values. */
function differences(before, after, place = '') {
  if (isDeepStrictEqual(before, after)) return [];
  const areLists = Array.isArray(before) === Array.isArray(after);
  const areObjects = [before, after].every((value) => typeof value === 'object' && value !== null);
  if (!areObjects || !areLists) return [{ place, before, after }];
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...keys]
    .filter((key) => !HANGS_ON_CLOCK.has(key))
    .flatMap((key) => differences(before[key], after[key], `${place}/${key}`));
}

/** Everything that is worked out of a survey: results, review list, trees and their files. */
async function addressesOf(url, { id }) {
  const survey = `/api/surveys/${id}`;
  const plots = await read(`${url}/api/plots?survey=${id}`);
  return [
    `${survey}/summary`,
    `${survey}/summary?unfinished=1&pooled=1`,
    `${survey}/summary?finite=1&confidence=90`,
    `${survey}/checks`,
    ...['trees', 'stems', 'readings'].map((table) => `${survey}/${table}.csv`),
    `/api/plots?survey=${id}`,
    ...plots.flatMap((plot) => [`/api/trees?plot=${plot.id}`, `/api/tally?plot=${plot.id}`]),
  ];
}

run(async () => {
  const [before, after] = process.argv.slice(2).map((address) => address.replace(/\/$/, ''));
  if (before === undefined || after === undefined)
    throw new Stop('Give two addresses: npm run compare -- http://127.0.0.1:4321 http://127.0.0.1:4322');
  let compared = 0;
  const found = [];
  for (const survey of await read(`${before}/api/surveys`))
    for (const address of await addressesOf(before, survey)) {
      const answers = await Promise.all([read(`${before}${address}`), read(`${after}${address}`)]);
      compared += 1;
      found.push(...differences(...answers).map((difference) => ({ address, ...difference })));
    }
  for (const { address, place, before: old, after: now } of found.slice(0, MOST_LISTED))
    say(`${address} ${place}: ${JSON.stringify(old)} before, ${JSON.stringify(now)} after`);
  say(`${compared} answers compared: ${found.length === 0 ? 'all the same' : `${found.length} differences`}`);
  if (found.length > 0) process.exitCode = 1;
});
