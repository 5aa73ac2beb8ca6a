import { describe, expect, it } from 'vitest';
import { isForeignWrite } from './foreign-origin.ts';

const write = (headers: Record<string, string>, method = 'POST') => {
  const all = new Headers({ host: 'arbolito.test:4321', ...headers });
  // A Request of this process drops headers that only browsers may set; the server's does not.
  return isForeignWrite({ method, headers: all } as Request);
};

describe('a write from another site', () => {
  it.each([
    ['another host', { origin: 'http://evil.test' }],
    ['another port', { origin: 'http://arbolito.test:8080' }],
    ['a sandboxed frame', { origin: 'null' }],
    [
      'a page that the browser calls another site',
      { 'sec-fetch-site': 'cross-site', origin: 'http://arbolito.test:4321' },
    ],
    ['a sister site', { 'sec-fetch-site': 'same-site' }],
  ])('is known by %s', (_words, headers) => {
    expect(write(headers)).toBe(true);
    expect(write(headers, 'DELETE')).toBe(true);
    expect(write(headers, 'GET')).toBe(false);
  });

  it.each([
    ['the application itself', { origin: 'http://arbolito.test:4321', 'sec-fetch-site': 'same-origin' }],
    ['a program', {}],
    ['an address typed by hand', { 'sec-fetch-site': 'none' }],
  ])('is not %s', (_words, headers) => {
    expect(write(headers)).toBe(false);
  });
});
