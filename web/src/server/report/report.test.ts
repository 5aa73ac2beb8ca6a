import { describe, expect, it } from 'vitest';
import { figure, number, type ReportTable, text, words } from './table.ts';
import { textOfPages } from '../testing/pdf.ts';
import { reportPdf } from './pdf.ts';
import { type Report, shortened } from './report.ts';

const listed = (n: number): readonly number[] => Array.from({ length: n }, (_, i) => i + 1);

describe('a report of very many plots and points', () => {
  it('names the first points and how many more there are; few are named all', () => {
    const many = shortened(listed(1_000), (n) => `point ${String(n)}`);
    expect(many).toHaveLength(301);
    expect(many[299]).toBe('point 300');
    expect(many[300]).toContain('700 more');
    expect(shortened(listed(300), String)).toEqual(listed(300).map(String));
    expect(shortened([], String)).toEqual([]);
  });

  it('sets the first rows of a long table on paper, under their head on each page, and says where the others are', async () => {
    const table: ReportTable = {
      id: 'plots',
      title: 'Plots',
      columns: [text('plot'), number('stems / ha')],
      rows: listed(620).map((n) => [words(`p${String(n)}`), figure(n, 1)]),
      notes: [],
    };
    const report: Report = {
      title: 'Wide wood',
      subtitle: 'All of it',
      system: 'metric',
      madeOn: '2026-06-03',
      caution: 'No permission to fell.',
      parts: [{ kind: 'table', id: 'classes', title: 'Classes', table, chart: null }],
    };
    const pages = (await textOfPages(await reportPdf(report))).map((page) => page.replace(/\s+/g, ' '));
    const all = pages.join(' ');
    expect(all).toContain('p500');
    expect(all).not.toContain('p501');
    expect(all).toContain('The first 500 of 620 rows');
    expect(pages.filter((page) => page.includes('stems / ha')).length).toBeGreaterThan(5);
  });
});
