import { describe, expect, it } from 'vitest';
import { redo } from '../testing/redo.ts';
import { silentWorkbook, type Workbook, workOut } from './workbook.ts';

/** A third of a number, then three thousand of those: rounding in between shows. */
const chain = (book: Workbook) => {
  const third = book.step({
    terms: [book.given(10)],
    compute: (x = 0) => x / 3,
    write: (x = '') => `${x} ÷ 3`,
    decimals: 1,
    unit: 'm',
    rule: 'a third',
    source: 'test',
  });
  return book.step({
    terms: [third, book.given(-3000)],
    compute: (x = 0, y = 0) => x * y,
    write: (x = '', y = '') => `${x} × ${y}`,
    decimals: 0,
    final: true,
    unit: 'm',
    rule: 'times',
    source: 'test',
  });
};

describe('the workbook', () => {
  it('gives intermediate results as many decimals as the printed result takes', () => {
    const { term, steps } = workOut(chain);
    expect(term.exact).toBeCloseTo(-10_000, 9);
    expect(steps.map(({ expression, result }) => `${expression} = ${result}`)).toEqual([
      '10 ÷ 3 = 3.3333',
      '3.3333 × (−3000) = −10000',
    ]);
    expect(redo('3.3333 × (−3000)')).toBeCloseTo(-9999.9, 6);
  });

  it('writes its lines when somebody reads them, once', () => {
    let written = 0;
    const worked = workOut((book) => {
      if (book !== silentWorkbook) written += 1;
      return chain(book);
    });
    expect(worked.term.exact).toBeCloseTo(-10_000, 9);
    expect(written).toBe(0);
    const lines = worked.steps;
    const before = written;
    expect(before).toBeGreaterThan(0);
    expect(worked.steps).toBe(lines);
    expect(written).toBe(before);
  });

  it('computes the same without writing', () => {
    expect(chain(silentWorkbook).exact).toBe(workOut(chain).term.exact);
  });
});

describe('redoing a line', () => {
  it.each([
    ['62 − (−8)', 70],
    ['25 × 70 ÷ 100', 17.5],
    ['√(3² + 4²)', 5],
    ['tan 45°', 1],
    ['tan (−45)°', -1],
    ['100 ÷ π', 100 / Math.PI],
    ['2 + 3 × 4', 14],
  ])('%s', (expression, value) => {
    expect(redo(expression)).toBeCloseTo(value, 12);
  });

  it.each(['2 +', '2 apples', '(2', 'tan 45'])('refuses “%s”', (expression) => {
    expect(() => redo(expression)).toThrow();
  });
});
