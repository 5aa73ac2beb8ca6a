import { describe, expect, it } from 'vitest';
import type { MethodDescription } from './description.ts';
import { registryConflicts } from './conflicts.ts';
import { findMethod, METHODS } from '../methods/index.ts';
import { inEnglish } from '../testing/english.ts';

const descriptionOf = (id: string): MethodDescription => {
  const method = findMethod(id);
  if (method === null) throw new Error(id);
  return method.description;
};
const TAPE = descriptionOf('diameter.tape');
const ALL = METHODS.map(({ description }) => description);

/** A description with other names for its first reading. */
const renamed = (
  of: MethodDescription,
  id: string,
  names: { callout?: string; shortcut?: string },
): MethodDescription => ({
  ...of,
  id,
  readings: of.readings.map((spec, i) => (i === 0 ? { ...spec, ...names } : spec)),
});

describe('methods that would shadow each other', () => {
  it('are none among those that ship', () => {
    expect(registryConflicts(ALL)).toEqual([]);
  });

  it('are named, both of them, where an id is there twice', () => {
    const twin = { ...renamed(TAPE, TAPE.id, { callout: 'tt' }), name: 'Twin tape' };
    const [message] = registryConflicts([TAPE, twin]);
    expect(message).toContain(inEnglish(TAPE.name));
    expect(message).toContain('Twin tape');
    expect(message).toContain('same id diameter.tape');
  });

  it('are named where a word of the line would feed two measures', () => {
    const bands = descriptionOf('diameter.band-count');
    const distance = renamed(descriptionOf('distance.chain'), 'distance.made-up', { callout: 'from' });
    const messages = registryConflicts([bands, distance]);
    expect(messages).toHaveLength(1);
    expect(messages[0]).toContain('diameter.band-count');
    expect(messages[0]).toContain('distance.made-up');
    expect(messages[0]).toContain('call-out word “from”');
  });

  it('are named where a height without a distance takes the word of a distance', () => {
    const pole = renamed(descriptionOf('height.known'), 'height.made-up', { callout: 'pc' });
    const messages = registryConflicts([descriptionOf('distance.paces'), pole]);
    expect(messages).toHaveLength(1);
    expect(messages[0]).toContain('call-out word “pc”');
  });

  it('are named where two methods of one measure are called out alike', () => {
    const twin = renamed(TAPE, 'diameter.made-up', {});
    expect(registryConflicts([TAPE, twin])[0]).toContain('diameter.tape and diameter.made-up');
  });

  it('are named where a word ends in a figure, as “g2” would read g245 as 45', () => {
    const girth = renamed(descriptionOf('diameter.girth'), 'diameter.made-up', { callout: 'g2' });
    expect(registryConflicts([girth])).toEqual([expect.stringContaining('ends in a figure, “g2”')]);
  });

  it('are named where a key is one of the sheet, or of a reading beside it', () => {
    const sheet = renamed(TAPE, 'diameter.made-up', { callout: 'mu', shortcut: 'n' });
    expect(registryConflicts([sheet])[0]).toContain('save the tree and start the next');
    const beside = renamed(TAPE, 'diameter.made-up', { callout: 'mu', shortcut: 't' });
    const messages = registryConflicts([beside, descriptionOf('height.two-angles')]);
    expect(messages[0]).toContain('diameter.made-up');
    expect(messages[0]).toContain('height.two-angles (top)');
  });
});
