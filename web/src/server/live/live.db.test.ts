import { v4 as uuid } from 'uuid';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { Presence } from '../../contracts/live-view.ts';
import { sendJson, useTestDatabase } from '../testing/api.ts';
import { newTree, surveyWithPlot } from '../testing/made.ts';
import { api } from '../testing/api.ts';

beforeAll(useTestDatabase);

interface Heard {
  readonly kind: string;
  readonly data: { readonly plotId?: string; readonly revision?: number; readonly crews?: readonly Presence[] };
}

const open: AbortController[] = [];
afterEach(() => {
  for (const each of open.splice(0)) each.abort();
});

/** A page that watches a survey: gives its events one by one. */
async function watch(surveyId: string, visitor?: { readonly plot: string; readonly crew: string }) {
  const query = visitor === undefined ? '' : `?${new URLSearchParams({ ...visitor, device: uuid() }).toString()}`;
  const abort = new AbortController();
  open.push(abort);
  const request = new Request(`http://test/api/surveys/${surveyId}/live${query}`, { signal: abort.signal });
  const response = await sendJson(request);
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  const next = async (): Promise<Heard> => {
    for (;;) {
      const [, kind = '', data = ''] = /event: (\w+)\ndata: (.*)\n\n/.exec(text) ?? [];
      if (kind !== '') {
        text = text.slice(text.indexOf(data) + data.length);
        return { kind, data: JSON.parse(data) as Heard['data'] };
      }
      const { value, done } = (await reader?.read()) ?? { done: true };
      if (done) throw new Error('the stream has ended');
      text += value;
    }
  };
  /** The next event that is so. */
  const until = async (isIt: (heard: Heard) => boolean): Promise<Heard> => {
    for (;;) {
      const heard = await next();
      if (isIt(heard)) return heard;
    }
  };
  return {
    response,
    until,
    leave: () => {
      abort.abort();
    },
  };
}

const crewsIn = ({ data }: Heard): string =>
  (data.crews ?? []).map(({ crew, plotLabel }) => `${crew} in ${plotLabel}`).join();

describe('a page that watches a survey', () => {
  it('hears of each plot that is written to, with its revision', async () => {
    const { survey, plot } = await surveyWithPlot();
    const { response, until } = await watch(survey.id);
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    await until(({ kind }) => kind === 'crews');
    // The connection to the database opens beside the page: what is written before it is there is read by the page itself.
    const heard = until(({ kind }) => kind === 'plot');
    const hasHeard = heard.then(() => true);
    for (let tag = 1; !(await Promise.race([hasHeard, Promise.resolve(false)])); tag += 1)
      await api('POST', '/api/trees', newTree(plot.id, String(tag)));
    expect((await heard).data).toMatchObject({ plotId: plot.id });
    await api('POST', '/api/trees', newTree(plot.id, 'last'));
    const { body } = await api<{ revision: number }>('GET', `/api/plots/${plot.id}`);
    const last = await until(({ kind, data }) => kind === 'plot' && data.revision === body.revision);
    expect(last.data.plotId).toBe(plot.id);
  });

  it('hears which crews are at work, without itself, and that they have gone', async () => {
    const { survey, plot } = await surveyWithPlot();
    const badger = await watch(survey.id, { plot: plot.id, crew: 'Crew Badger' });
    expect(crewsIn(await badger.until(({ kind }) => kind === 'crews'))).toBe('');
    const marten = await watch(survey.id, { plot: plot.id, crew: 'Crew Marten' });
    await badger.until((heard) => crewsIn(heard) === 'Crew Marten in 1');
    marten.leave();
    await badger.until((heard) => heard.kind === 'crews' && crewsIn(heard) === '');
  });

  it('is refused for a survey or a plot that does not exist', async () => {
    const { survey } = await surveyWithPlot();
    expect((await watch(uuid())).response.status).toBe(404);
    expect((await watch(survey.id, { plot: uuid(), crew: 'Crew Badger' })).response.status).toBe(404);
  });

  it('cannot be opened more than forty times from one address', async () => {
    const { survey } = await surveyWithPlot();
    for (let page = 0; page < 40; page += 1) expect((await watch(survey.id)).response.status).toBe(200);
    expect((await watch(survey.id)).response.status).toBe(429);
  });
});
