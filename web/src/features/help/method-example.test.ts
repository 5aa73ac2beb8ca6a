import { describe, expect, it } from 'vitest';
import { METHODS } from '@arbolito/core/methods';
import { estimateOf } from '@arbolito/core/uncertainty';
import { LOOSE_SETTINGS } from '../../server/sheet-settings.ts';
import { methodExample } from './method-example.ts';
import { topicGroups } from './topics.ts';

const heightOf = (id: string): string | null => {
  const method = METHODS.find(({ description }) => description.id === id);
  if (method === undefined) throw new Error(`${id} is not registered`);
  const outcome = methodExample(method.description, LOOSE_SETTINGS).result.heights.heights[0]?.outcome ?? null;
  return outcome === null ? null : (estimateOf(outcome)?.printed.value ?? null);
};

describe('the example that the help draws', () => {
  it('is the tree of the readings', () => {
    // 25 m × (62 + 8) %
    expect(heightOf('height.two-angles')).toBe('17.50');
  });

  it('is there for every method of a height', () => {
    const heights = METHODS.filter(({ description: { measure } }) => measure === 'height');
    expect(heights.filter(({ description: { id } }) => heightOf(id) === null)).toEqual([]);
  });
});

describe('the topics of the help', () => {
  it('have a page for every method, and no page twice', () => {
    const addresses = topicGroups().flatMap(({ topics }) => topics.map(({ href }) => href));
    for (const { description } of METHODS) expect(addresses).toContain(`/help/methods/${description.id}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });
});
