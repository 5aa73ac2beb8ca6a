import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES, emptyDraft, parseCallout } from '@arbolito/core/survey';
import { distanceOnLine, lastDistance, padLine, type PadKey } from './pad.ts';

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
  it('knows the last distance that was read', () => {
    const at = (text: string) => {
      const draft = emptyDraft();
      return { ...draft, height: { ...draft.height, entries: { distance: { text, unit: 'm' as const } } } };
    };
    expect(lastDistance([at('20'), at('25'), emptyDraft()])).toBe('25');
    expect(lastDistance([emptyDraft()])).toBeNull();
    expect([distanceOnLine('sp 30 @20'), distanceOnLine('sp 30 +8')]).toEqual([true, false]);
  });
});
