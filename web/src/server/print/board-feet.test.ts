import { describe, expect, it } from 'vitest';
import { textsOfPages } from '../testing/pdf.ts';
import { boardFeetPdf, readTable } from './board-feet.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

describe('the printed table of board feet', () => {
  it('is one page with its rule, its form class, its figures and their source', async () => {
    const pages = await textsOfPages(await boardFeetPdf('doyle', 78));
    expect(pages).toHaveLength(1);
    const [texts = []] = pages;
    expect(texts[0]).toBe('Board feet by Doyle, form class 78');
    // 20 in and 2 logs by hand: 55.88185 − 14.94565 × 20 + 1.15949 × 400
    expect(texts).toContain('221');
    expect(texts.filter((text) => /^\d+$/.test(text)).length).toBeGreaterThanOrEqual(16 * 8);
    expect(texts.join(' ')).toContain('Check against your local table');
  });
});

describe('which table is asked for', () => {
  const asked = (query: string) => readTable(new URLSearchParams(query));
  it('is read from the address', () => {
    expect(inEnglish(asked('rule=scribner&formClass=80'))).toEqual({ rule: 'scribner', formClass: 80, problem: null });
  });
  it.each([
    ['rule=guess&formClass=80', 'rule', 'must be one of'],
    ['rule=doyle', 'formClass', 'Nothing is entered'],
    ['rule=doyle&formClass=20', 'formClass', '70 to 86'],
    ['rule=doyle&formClass=eighty', 'formClass', 'does not start with a number'],
  ])('“%s” is refused at its field', (query, field, said) => {
    expect(asked(query)).toMatchObject({ field });
    expect(inEnglish(asked(query).problem ?? '')).toContain(said);
  });
});
