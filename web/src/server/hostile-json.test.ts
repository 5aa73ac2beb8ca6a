import { describe, expect, it } from 'vitest';
import { hostileFields } from './hostile-json.ts';

const found = (body: unknown, most = 20) =>
  hostileFields(body as object, most).map(({ pointer, code }) => `${pointer} ${code}`);
const nested = (depth: number): unknown => {
  let body: unknown = 1;
  for (let i = 0; i < depth; i += 1) body = { a: body };
  return body;
};

describe('bodies that no contract takes', () => {
  it.each([
    ['{"products":[[]]}', ['/products/0 list-in-list']],
    ['{"a":{"constructor":{}}}', ['/a/constructor forbidden-name']],
    ['{"__proto__":{"admin":true}}', ['/__proto__ forbidden-name']],
    ['{"prototype":1}', ['/prototype forbidden-name']],
    ['{"name":"a\\u0000b"}', ['/name text']],
    ['{"name":"\\ud800"}', ['/name text']],
    ['{"areaM2":null}', ['/areaM2 null']],
    ['{"species":[null]}', ['/species/0 null']],
  ])('%s', (body, expected) => {
    expect(found(JSON.parse(body))).toEqual(expected);
  });

  it('are those nested deeper than twenty', () => {
    expect(found(nested(20))).toEqual([]);
    expect(found(nested(21))).toHaveLength(1);
    // Deep enough to exhaust whoever follows it one call at a time.
    expect(found(nested(50_000))).toHaveLength(1);
  });

  it('are told twenty at a time', () => {
    expect(found({ list: Array.from({ length: 500 }, () => null) })).toHaveLength(20);
  });

  it('are none of the ordinary ones: prices may be null, outlines are lists of lists, text is of any script', () => {
    expect(found({ prices: null, outline: [[{ latitude: 1, longitude: 2 }]], name: 'Ñandú 😀' })).toEqual([]);
  });
});
