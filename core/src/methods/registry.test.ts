import { describe, expect, it } from 'vitest';
import { METHOD_FILES } from './method-files.ts';
import { defaultMethod, findMethod, METHODS, methodsFor } from './registry.ts';

describe('the registry of methods', () => {
  it('has every method file once, the first offered first', () => {
    expect(METHODS).toHaveLength(METHOD_FILES.length);
    const orders = METHODS.map(({ description }) => description.order);
    expect(orders).toEqual([...orders].sort((a, b) => a - b));
  });

  it('offers the diameter tape and two angles first', () => {
    expect(defaultMethod('diameter').description.id).toBe('diameter.tape');
    expect(defaultMethod('height').description.id).toBe('height.two-angles');
  });

  it('keeps the measures apart, and knows nobody else', () => {
    expect(methodsFor('height').every(({ description }) => description.measure === 'height')).toBe(true);
    expect(findMethod('height.by-guess')).toBeNull();
    expect(findMethod('constructor')).toBeNull();
  });
});
