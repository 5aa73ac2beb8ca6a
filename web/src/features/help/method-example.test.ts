import { describe, expect, it } from 'vitest';
import { METHODS } from '@arbolito/core/methods';
import { LOOSE_SETTINGS } from '../../server/sheet-settings.ts';
import { methodExample } from './method-example.ts';
import { topicGroups } from './topics.ts';

const of = (id: string) => {
  const method = METHODS.find(({ description }) => description.id === id);
  if (method === undefined) throw new Error(`${id} is not registered`);
  return methodExample(method.description, LOOSE_SETTINGS);
};

describe('the example that the help draws', () => {
  it('is the tree of the readings', () => {
    // 25 m × (62 + 8) %
    expect(of('height.two-angles').estimate?.printed.value).toBe('17.50');
  });

  it('is there for every method of a diameter or a height', () => {
    const measured = METHODS.filter(({ description: { measure } }) => measure === 'diameter' || measure === 'height');
    expect(measured.filter(({ description: { id } }) => of(id).estimate === null)).toEqual([]);
  });
});

describe('the topics of the help', () => {
  it('have a page for every method, and no page twice', () => {
    const addresses = topicGroups().flatMap(({ topics }) => topics.map(({ href }) => href));
    for (const { description } of METHODS) expect(addresses).toContain(`/help/methods/${description.id}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });
});
