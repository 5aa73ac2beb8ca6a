import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fit } from './projection.ts';
import { type Box, settle } from './settle.ts';

const WIDTH = 800;
const HEIGHT = 600;
const MARGINS = { left: 40, right: 40, top: 20, bottom: 60 };

describe('the projection', () => {
  const world = fc.record({
    left: fc.double({ min: -200, max: -1, noNaN: true }),
    right: fc.double({ min: 1, max: 200, noNaN: true }),
    bottom: fc.double({ min: -100, max: 0, noNaN: true }),
    top: fc.double({ min: 1, max: 150, noNaN: true }),
  });

  it('is true to scale both ways and shows the whole of the world', () => {
    fc.assert(
      fc.property(world, (box) => {
        const { pxPerM, x, y } = fit(box, WIDTH, HEIGHT, MARGINS);
        expect(x(3) - x(2)).toBeCloseTo(pxPerM, 6);
        expect(y(2) - y(3)).toBeCloseTo(pxPerM, 6);
        expect(x(box.left)).toBeGreaterThanOrEqual(MARGINS.left - 1e-6);
        expect(x(box.right)).toBeLessThanOrEqual(WIDTH - MARGINS.right + 1e-6);
        expect(y(box.top)).toBeGreaterThanOrEqual(MARGINS.top - 1e-6);
        expect(y(box.bottom)).toBeCloseTo(HEIGHT - MARGINS.bottom, 6);
      }),
    );
  });
});

describe('boxes on the drawing', () => {
  const overlap = (a: Box, b: Box): boolean =>
    a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
  const wish = fc.record({
    x: fc.integer({ min: -200, max: 1000 }),
    y: fc.integer({ min: -200, max: 900 }),
    width: fc.constant(156),
    height: fc.constant(66),
  });

  it('never cover each other and never leave the sheet', () => {
    fc.assert(
      fc.property(fc.array(wish, { maxLength: 6 }), (wishes) => {
        const boxes = settle(wishes, WIDTH, HEIGHT);
        boxes.forEach((box, i) => {
          expect(box.x).toBeGreaterThanOrEqual(0);
          expect(box.x + box.width).toBeLessThanOrEqual(WIDTH);
          expect(box.y).toBeGreaterThanOrEqual(0);
          expect(box.y + box.height).toBeLessThanOrEqual(HEIGHT);
          for (const other of boxes.slice(i + 1)) expect(overlap(box, other)).toBe(false);
        });
      }),
    );
  });

  it('stay where they want to be when nothing is in the way', () => {
    const wishes = [
      { x: 20, y: 30, width: 156, height: 66 },
      { x: 400, y: 300, width: 156, height: 66 },
    ];
    expect(settle(wishes, WIDTH, HEIGHT)).toEqual(wishes);
  });
});
