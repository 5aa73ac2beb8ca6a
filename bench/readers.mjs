// What many readers at once cost: pages and JSON of the demo survey, made anew for each, and sent again where nothing was written.
const READERS = 50;
const REQUESTS = 400;

const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.ceil(share * values.length) - 1] ?? NaN;

/** Requests a second, and how long one took, while so many readers ask one after the other. */
async function asked(url, readers, requests, headersOf) {
  const took = [];
  let next = 0;
  const begun = performance.now();
  await Promise.all(
    Array.from({ length: readers }, async () => {
      while (next < requests) {
        next += 1;
        const from = performance.now();
        const response = await fetch(url, { headers: headersOf(next) });
        await response.arrayBuffer();
        if (response.status !== 200) throw new Error(`${url}: ${response.status}`);
        took.push(performance.now() - from);
      }
    }),
  );
  return { perSecond: (1000 * requests) / (performance.now() - begun), p95Ms: quantile(took, 0.95) };
}

/** Main pages on what the demo surveys hold, by name. */
export async function mainPages(url) {
  const surveys = await (await fetch(`${url}/api/surveys`)).json();
  const survey = surveys.find(({ name }) => name === 'Visit of 2026') ?? surveys[0];
  const [plot] = await (await fetch(`${url}/api/plots?survey=${survey.id}`)).json();
  const [tree] = (await (await fetch(`${url}/api/tally?plot=${plot.id}`)).json()).trees;
  return {
    home: '/',
    'tree sheet': `/measure/${tree.id}`,
    tally: `/tally/${plot.id}`,
    results: `/results/${survey.id}`,
    'review list': `/results/${survey.id}/checks`,
    stem: '/results/stem',
    survey: `/surveys/${survey.id}`,
    'new survey': '/surveys/new',
    notebook: '/notebook',
    'summary, JSON': `/api/surveys/${survey.id}/summary`,
  };
}

/** Pages that readers ask for at once. */
const READ = ['home', 'results', 'tally', 'tree sheet', 'summary, JSON'];

/**
 * @param url of a running application with the demo data
 * @returns for each page: requests a second where each is made anew, and where it is ready; 95 % of the waits with 50 readers
 * and with one
 */
export async function readerCosts(url) {
  const pages = await mainPages(url);
  const costs = [];
  for (const page of READ) {
    const address = `${url}${pages[page]}`;
    await asked(address, 1, 3, () => ({}));
    // A cookie that nobody had makes a page nobody had.
    const anew = await asked(address, READERS, REQUESTS / 4, (i) => ({ cookie: `bench=${page}${i}` }));
    const idle = await asked(address, 1, 40, () => ({}));
    const ready = await asked(address, READERS, REQUESTS, () => ({}));
    costs.push({ page, anew, idle, ready });
  }
  return costs;
}
