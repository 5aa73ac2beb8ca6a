import { describe, expect, it } from 'vitest';
import { GLOSSARY, glossaryTerm } from './glossary.ts';

describe('the glossary', () => {
  it('has each term once', () => {
    expect(new Set(GLOSSARY.map(({ id }) => id)).size).toBe(GLOSSARY.length);
  });

  it('knows the terms that screens link to, and no others', () => {
    expect(glossaryTerm('basal-area').id).toBe('basal-area');
    expect(() => glossaryTerm('unknown')).toThrow(RangeError);
  });
});
