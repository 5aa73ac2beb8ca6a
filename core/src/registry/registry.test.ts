import { describe, expect, it } from 'vitest';
import { defaultMethod, findMethod, METHODS, methodsFor } from './index.ts';

describe('the registry of methods', () => {
  it('finds every file in a methods folder, the first offered first', () => {
    const files = Object.keys(import.meta.glob(['../*/methods/*.ts', '!../*/methods/*.test.ts']));
    expect(METHODS).toHaveLength(files.length);
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
