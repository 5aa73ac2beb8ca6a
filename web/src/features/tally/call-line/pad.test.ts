import { emptyForm, parseCallout, parseTreeForm } from '@arbolito/core/callout';
import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES } from '@arbolito/core/protocol';
import { completions, distanceOnLine, lastDistance, type PadKey, padLine, usedWords } from './pad.ts';

const typed = (keys: readonly PadKey[], species = 'sp'): string =>
  keys.reduce((line, key) => padLine(line, key, species), '');
const context = { unitSystem: 'metric', slopeUnit: 'm20', species: COMMON_SPECIES } as const;

describe('the thumb pad', () => {
  it('writes a tree with two sights in eleven taps, and the distance of before with the twelfth', () => {
    const keys: PadKey[] = ['3', '4', '.', '5', '+', '1', '8', '-', '1', '.', '5', 'distance 20'];
    expect(keys).toHaveLength(12);
    const line = typed(keys);
    expect(line).toBe('sp 34.5 +18 -1.5 @20');
    expect(parseCallout(line, context).ok).toBe(true);
  });
  it('takes the species of the tree before, or another, whenever it is tapped', () => {
    expect(typed(['4', '1', 'species bt'])).toBe('bt 41');
    expect(typed(['species po', '2', '8'], '')).toBe('po 28');
    expect(typed(['species po', 'species ch', '2', '8'])).toBe('ch 28');
  });
  it('turns the sign of the reading at hand, and rubs out letter by letter', () => {
    expect(typed(['3', '0', '+', '8', 'sign'])).toBe('sp 30 -8');
    expect(typed(['3', '0', '+', '8', 'sign', 'sign'])).toBe('sp 30 +8');
    expect(typed(['3', '0', '+', 'sign'])).toBe('sp 30 +');
    expect(typed(['3', '0', '+', '8', 'back', 'back'])).toBe('sp 30');
  });
  it('writes girths and heights that were read off', () => {
    expect(typed(['g', '1', '0', '4', '=', '2', '2'])).toBe('sp g104 = 22');
    expect(parseCallout('sp g104 = 22', context).ok).toBe(true);
  });
  it('writes a tag before or behind the reading, and closes it with a second tap', () => {
    expect(typed(['#', '1', '7', '#', '3', '0'], '')).toBe('#17 30');
    expect(typed(['#', '1', '7', 'species bt', '3', '0'])).toBe('#17 bt 30');
    expect(typed(['3', '0', '#', '1', '7'])).toBe('sp 30 #17');
    expect(parseCallout('#17 bt 30', context).draft.tag).toBe('17');
  });
  it('writes further stems, second faces, measuring heights, codes and units', () => {
    const line = typed(['g', '1', '3', '3', '&', '1', '2', '1', 'before at', '1', '.', '1', 'word dead']);
    expect(line).toBe('sp g133 &121 at1.1 dead ');
    expect(parseCallout(line, context).ok).toBe(true);
    expect(typed(['3', '3', '/', '3', '8'])).toBe('sp 2x33/38');
    expect(typed(['3', '3', '/', '/'])).toBe('sp 2x33/');
    expect(typed(['&', '/'])).toBe('sp &');
    expect(typed(['1', '3', '.', '6', 'unit in', '+', '6', '2', 'unit %'])).toBe('sp 13.6in +62%');
    expect(typed(['unit in'])).toBe('');
  });
  it('takes letters, and whole words that they begin', () => {
    expect(typed(['3', '0', 'letter u', 'letter p'])).toBe('sp 30 up');
    expect(typed(['3', '0', 'letter l', 'complete logs', '3', 'complete loglen', '5'])).toBe('sp 30 logs3 loglen5');
    expect(typed(['#', '1', '7', 'letter a', 'space', '3', '0'], '')).toBe('#17a 30');
    const words = ['up', 'logs', 'loglen', 'lm'];
    expect(completions('sp 30 ', ['logs'], words, 6)).toEqual(['logs']);
    expect(completions('sp 30 l', ['loglen'], words, 6)).toEqual(['loglen', 'logs', 'lm']);
    expect(completions('sp 30 l', [], words, 2)).toEqual(['logs', 'loglen']);
    const { draft } = parseCallout('sp 38 logs3 loglen5 mf20 stood20', context);
    expect(usedWords([parseTreeForm(draft, context).tree])).toEqual(['logs', 'loglen', 'mf', 'stood']);
  });
  it('knows the last distance that was read', () => {
    const at = (text: string) => {
      const form = emptyForm();
      const height = { ...form.height, entries: { distance: { text, unit: 'm' as const } } };
      return parseTreeForm({ ...form, height }, context).tree;
    };
    expect(lastDistance([at('20'), at('25'), at('')])).toBe('25');
    expect(lastDistance([at('')])).toBeNull();
    expect([distanceOnLine('sp 30 @20'), distanceOnLine('sp 30 +8')]).toEqual([true, false]);
  });
});
