import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { digestOf } from './digest.ts';

describe('the fingerprint of a write', () => {
  it('does not depend on the order of the fields, and leaves out what is undefined', () => {
    expect(digestOf({ a: 1, b: [{ c: 2, d: 3 }] })).toBe(digestOf({ b: [{ d: 3, c: 2 }], a: 1 }));
    expect(digestOf({ a: 1, b: undefined })).toBe(digestOf({ a: 1 }));
  });

  it('depends on everything else: values, kinds, order of lists', () => {
    const all = [
      { a: 1 },
      { a: '1' },
      { a: null },
      { a: [1] },
      { a: [1, 2] },
      { a: [2, 1] },
      { b: 1 },
      {},
      [],
      null,
      'a',
    ];
    expect(new Set(all.map(digestOf)).size).toBe(all.length);
  });

  it('is the same for every copy of any JSON', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(digestOf(JSON.parse(JSON.stringify(value)) as unknown)).toBe(
          digestOf(JSON.parse(JSON.stringify(value))),
        );
      }),
    );
  });
});
