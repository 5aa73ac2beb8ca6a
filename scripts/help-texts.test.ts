import { describe, expect, it } from 'vitest';
import { withoutHelpTexts } from '../web/help-texts.ts';

const transform = withoutHelpTexts().transform as (
  code: string,
  id: string,
  options?: { readonly ssr: boolean },
) => { readonly code: string } | null;
const METHOD = '/core/src/height/methods/pole.ts';
const CODE = `export const method = { description: { summary: message('a', 'Long, "with" brackets }'), help: ['x'], readings: [1], safety: 'look up' } };`;

describe('the scripts of the browser', () => {
  it('have descriptions without help and summary, with everything else', () => {
    expect(transform(CODE, METHOD)?.code).toBe(
      `export const method = { description: { summary: '', help: [], readings: [1], safety: 'look up' } };`,
    );
  });

  it('are the only ones: the server keeps the texts, and other files stay as they are', () => {
    expect(transform(CODE, METHOD, { ssr: true })).toBeNull();
    expect(transform(CODE, '/core/src/tree/tries.ts')).toBeNull();
    expect(transform(`export const words = { help: ['x'] };`, METHOD)).toBeNull();
  });
});
