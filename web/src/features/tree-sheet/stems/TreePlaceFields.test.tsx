import { describe, expect, it } from 'vitest';
import { readPosition } from './TreePlaceFields.tsx';

describe('a typed position', () => {
  it.each([
    ['41.50012, -30.25001', 41.50012, -30.25001],
    ['41.5,-30.25', 41.5, -30.25],
    ['41,50012 -30,25001', 41.50012, -30.25001],
    ['41,5; −30,25', 41.5, -30.25],
    ['  41.5 / -30.25 ', 41.5, -30.25],
    ['41, 5', 41, 5],
    ['-90 180', -90, 180],
  ])('%s is read', (text, latitude, longitude) => {
    expect(readPosition(text)).toEqual({ latitude, longitude });
  });

  it.each(['', '41.5', 'here', '91, 0', '0, 181', '41.5, -30.25, 12', '41°30′ N, 30° W'])('“%s” is none', (text) => {
    expect(readPosition(text)).toBeNull();
  });
});
