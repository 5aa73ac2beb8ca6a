import { describe, expect, it } from 'vitest';
import { operatorsOf } from '../testing/pdf.ts';
import { CONTROL_BAR_CM, POINTS_PER_CM, scaleStickPdf, STRIP_CM } from './scale-stick.ts';

interface Line {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** The lines that a printed page draws, in cm, read from the PDF's own drawing operators. */
function linesOf(bytes: Uint8Array): Line[] {
  return [...operatorsOf(bytes).matchAll(/([\d.-]+) ([\d.-]+) m\s+([\d.-]+) ([\d.-]+) l/g)].map(([, ...numbers]) => {
    const [x1 = NaN, y1 = NaN, x2 = NaN, y2 = NaN] = numbers.map((number) => Number(number) / POINTS_PER_CM);
    // The page is drawn from its upper edge downwards.
    return { x1, y1: -y1, x2, y2: -y2 };
  });
}

/** Distances of all marks from the zero of the stick, the strips laid end to end. */
function marksOf(lines: readonly Line[]): number[] {
  const edges = lines.filter(({ y1, y2, x1, x2 }) => y1 === y2 && Math.abs(x2 - x1 - STRIP_CM) < 1e-3);
  const tops = [...new Set(edges.map(({ y1 }) => y1))].sort((a, b) => b - a).filter((_, i) => i % 2 === 0);
  const left = Math.min(...edges.map(({ x1 }) => x1));
  return tops
    .flatMap((top, row) =>
      lines
        .filter(({ x1, x2, y1, y2 }) => x1 === x2 && y1 === top && y1 - y2 < 2)
        .map(({ x1 }) => row * STRIP_CM + x1 - left),
    )
    .sort((a, b) => a - b);
}

/** Half of a tenth of a millimetre would be rounding; a tenth is what a pencil line hides. */
const TENTH_OF_A_MILLIMETRE_CM = 0.01;

describe('the printed scale stick', () => {
  it.each([
    // D ÷ √(1 + D ÷ 63.5)
    [10, 9.2949],
    [30, 24.7231],
    [60, 43.0234],
    [90, 57.8862],
  ])('carries the mark of %d cm at %d cm from its zero', async (diameterCm, expectedCm) => {
    const marks = marksOf(linesOf(await scaleStickPdf(63.5, 'metric')));
    expect(expectedCm).toBeCloseTo(diameterCm / Math.sqrt(1 + diameterCm / 63.5), 3);
    expect(marks).toHaveLength(100);
    expect(Math.abs((marks[diameterCm - 1] ?? NaN) - expectedCm)).toBeLessThan(TENTH_OF_A_MILLIMETRE_CM);
  });

  it('has a control bar of ten centimetres', async () => {
    const lines = linesOf(await scaleStickPdf(70, 'metric'));
    const bars = lines.filter(({ y1, y2, x1, x2 }) => y1 === y2 && Math.abs(x2 - x1 - CONTROL_BAR_CM) < 0.001);
    expect(bars).toHaveLength(1);
  });

  it('is graduated in half inches for an imperial crew: 20 in at a reach of 25 in lies 14.907 in from zero', async () => {
    const marks = marksOf(linesOf(await scaleStickPdf(63.5, 'imperial')));
    expect(marks).toHaveLength(80);
    expect(Math.abs((marks[39] ?? NaN) / 2.54 - 20 / Math.sqrt(1.8))).toBeLessThan(0.004);
  });

  it.each([20, 120, NaN])('is not made for a reach of %d cm', async (reachCm) => {
    await expect(scaleStickPdf(reachCm, 'metric')).rejects.toThrow(RangeError);
  });
});
