import type { APIContext } from 'astro';
import { describe, expect, it } from 'vitest';
import { endpoint, isUuid, json, otherMethods, queryId, routeId } from './endpoint.ts';
import { load } from './page.ts';
import { notFound, Problem, PROBLEMS } from './problem.ts';
import { inEnglish } from '../../../core/src/testing/english.ts';

const ID = '6F1D3C1E-6a0b-4c5e-9d7a-2f5b0c8a41d3';
const context = (over: { readonly id?: string; readonly query?: string; readonly method?: string } = {}) =>
  ({
    params: over.id === undefined ? {} : { id: over.id },
    url: new URL(`http://test/?${over.query ?? ''}`),
    request: new Request('http://test/', { method: over.method ?? 'GET' }),
  }) as unknown as APIContext;
const problemFrom = (work: () => unknown): Problem => {
  try {
    work();
  } catch (error) {
    if (error instanceof Problem) return error;
  }
  throw new Error('no problem');
};

describe('an endpoint', () => {
  it('answers what its handler answers, and problem details for what it throws', async () => {
    const good = await endpoint(() => json({ a: 1 }, 201))(context());
    expect(good.status).toBe(201);
    expect(good.headers.get('cache-control')).toBe('no-store');
    const bad = await endpoint(() => {
      throw notFound('Tree 17');
    })(context());
    expect(bad.status).toBe(404);
    expect(await bad.json()).toEqual({
      type: 'urn:arbolito:problem:not-found',
      title: 'Not found',
      status: 404,
      detail: 'Tree 17 does not exist.',
      code: 'not-found',
    });
  });

  it('says which methods there are', async () => {
    const answer = await otherMethods('GET, POST')(context({ method: 'PUT' }));
    expect(answer.status).toBe(405);
    expect(answer.headers.get('allow')).toBe('GET, POST');
  });
});

describe('identifiers in an address', () => {
  it('are UUIDs in small letters, or nothing that could exist', () => {
    expect(routeId(context({ id: ID }), 'Tree')).toBe(ID.toLowerCase());
    expect(inEnglish(problemFrom(() => routeId(context({ id: '17' }), 'Tree')))).toMatchObject({
      status: 404,
      detail: 'Tree “17” does not exist.',
    });
    expect(problemFrom(() => routeId(context(), 'Tree')).status).toBe(404);
    expect(problemFrom(() => routeId(context({ id: 'x'.repeat(500) }), 'Tree')).detail.length).toBeLessThan(100);
  });

  it('are asked for in the query by name', () => {
    expect(queryId(context({ query: `plot=${ID}` }), 'plot')).toBe(ID.toLowerCase());
    expect(inEnglish(problemFrom(() => queryId(context(), 'plot')))).toMatchObject({
      status: 422,
      extras: { errors: [{ pointer: '/plot', code: 'uuid' }] },
    });
  });

  it.each([null, undefined, '', '17', `${ID}0`, `{${ID}}`])('%s is no UUID', (text) => {
    expect(isUuid(text)).toBe(false);
  });
});

describe('what a page loads', () => {
  it('is the value, or the problem to show in its place', async () => {
    expect(await load(() => Promise.resolve(7))).toEqual({ value: 7, problem: null });
    expect((await load(() => Promise.reject(notFound('Plot 3')))).problem?.status).toBe(404);
    const gone = Object.assign(new Error('x'), { code: 'ECONNREFUSED' });
    expect((await load(() => Promise.reject(gone))).problem?.status).toBe(503);
  });
});

describe('the kinds of problems', () => {
  it('have titles of their own; only what nobody foresaw, and a database or a disk that is away, are the server’s fault', () => {
    const kinds = Object.entries(PROBLEMS);
    expect(new Set(kinds.map(([, { title }]) => title)).size).toBe(kinds.length);
    expect(kinds.filter(([, { status }]) => status >= 500).map(([code]) => code)).toEqual([
      'unforeseen',
      'database-away',
      'database-busy',
      'disk-full',
    ]);
  });
});
