import { describe, expect, it } from 'vitest';
import { fittingSides } from './smaller-photo.ts';

describe('a photo that is made smaller', () => {
  it.each([
    [4000, 3000, 1600, 1200],
    [3000, 4000, 1200, 1600],
    [800, 600, 800, 600],
    [9000, 3, 1600, 1],
  ])('of %i × %i is %i × %i', (width, height, toWidth, toHeight) => {
    expect(fittingSides(width, height)).toEqual({ width: toWidth, height: toHeight });
  });
});
