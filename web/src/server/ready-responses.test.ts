import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { readyResponses } from './ready-responses.ts';

function server(mostBytes = 1_000) {
  const state = { version: 'a' as string | null, nowMs: 0, made: 0 };
  const answered = readyResponses({
    versionOf: () => Promise.resolve(state.version),
    nowMs: () => state.nowMs,
    mostBytes,
  });
  const page =
    (headers: Record<string, string> = {}, status = 200) =>
    () => {
      state.made += 1;
      const own = { 'content-type': 'text/html', ...headers };
      return Promise.resolve(new Response(`page ${String(state.made)}`, { status, headers: own }));
    };
  const ask = (key: string, make = page(), tag?: string) =>
    answered(key, new Request('http://test/', tag === undefined ? {} : { headers: { 'if-none-match': tag } }), make);
  return { state, page, ask };
}

describe('an answer that was sent', () => {
  it('is sent again until something is written', async () => {
    const { state, ask } = server();
    expect(await (await ask('/')).text()).toBe('page 1');
    expect(await (await ask('/')).text()).toBe('page 1');
    state.version = 'b';
    expect(await (await ask('/')).text()).toBe('page 2');
    expect(state.made).toBe(2);
  });

  it('is another one for another key, and is made again after half a minute', async () => {
    const { state, ask } = server();
    await ask('/ en');
    await ask('/ es');
    expect(state.made).toBe(2);
    state.nowMs = 30_000;
    await ask('/ en');
    expect(state.made).toBe(3);
  });

  it('has a tag: who has it already gets 304 and no body, and nothing is made', async () => {
    const { state, ask, page } = server();
    const first = await ask('/');
    expect(first.headers.get('cache-control')).toBe('private, no-cache');
    const again = await ask('/', page(), first.headers.get('etag') ?? '');
    expect(again.status).toBe(304);
    expect(await again.text()).toBe('');
    expect(state.made).toBe(1);
    expect((await ask('/', page(), '"other"')).status).toBe(200);
  });

  it.each([
    ['with a cookie', { 'set-cookie': 'a=b' }, 200],
    ['that asks to be read again', { refresh: '4' }, 200],
    ['of another kind', { 'content-type': 'text/csv' }, 200],
    ['that is no success', {}, 404],
  ])('is not kept %s', async (_, headers: Record<string, string>, status) => {
    const { state, ask, page } = server();
    await ask('/', page(headers, status));
    expect(await (await ask('/', page(headers, status))).text()).toBe('page 2');
    expect(state.made).toBe(2);
  });

  it('is not kept while the database is away', async () => {
    const { state, ask } = server();
    state.version = null;
    await Promise.all([ask('/'), ask('/')]);
    expect(state.made).toBe(2);
  });

  it('is made once for all who ask at once, and once for each where it is sent as it is read', async () => {
    const { state, ask, page } = server();
    const all = await Promise.all([ask('/'), ask('/'), ask('/')]);
    expect(await Promise.all(all.map((each) => each.text()))).toEqual(['page 1', 'page 1', 'page 1']);
    expect(state.made).toBe(1);
    const stream = page({ 'content-type': 'text/csv' });
    const streams = await Promise.all([ask('/file', stream), ask('/file', stream)]);
    expect(await Promise.all(streams.map((each) => each.text()))).toEqual(['page 2', 'page 3']);
  });

  it('is compressed once it is asked for again, for readers that can read that', async () => {
    const { state } = server();
    const answered = readyResponses({ versionOf: () => Promise.resolve('a'), nowMs: () => state.nowMs });
    const text = 'tree '.repeat(1_000);
    const ask = (encoding: string) =>
      answered('/', new Request('http://test/', { headers: { 'accept-encoding': encoding } }), () =>
        Promise.resolve(new Response(text, { headers: { 'content-type': 'text/html' } })),
      );
    expect((await ask('gzip, br')).headers.get('content-encoding')).toBeNull();
    const again = await ask('gzip, br');
    expect(again.headers.get('content-encoding')).toBe('br');
    expect(again.headers.get('vary')).toBe('accept-encoding');
    expect(brotliDecompressSync(await again.arrayBuffer()).toString()).toBe(text);
    const plain = await ask('gzip, deflate');
    expect(plain.headers.get('content-encoding')).toBe('gzip');
    expect(gunzipSync(await plain.arrayBuffer()).toString()).toBe(text);
    expect((await ask('identity')).headers.get('content-encoding')).toBeNull();
  });

  it('gives way to later ones where there is no room for it', async () => {
    // Each page has 6 bytes.
    const { state, ask } = server(13);
    for (const key of ['1', '2', '3']) await ask(key);
    await ask('3');
    await ask('2');
    expect(state.made).toBe(3);
    await ask('1');
    expect(state.made).toBe(4);
  });
});
