import { describe, expect, it } from 'vitest';
import { treeDistance } from './tree-distance.ts';

describe('the distance between two trees', () => {
  it('is 5 m for 3 m north and 4 m east, at atan(4 ÷ −3) = 126.87° from the first', () => {
    const { distanceM, bearingDeg } = treeDistance({ bearingDeg: 0, awayM: 3 }, { bearingDeg: 90, awayM: 4 });
    expect(distanceM).toBeCloseTo(5, 9);
    expect(bearingDeg).toBeCloseTo(126.8699, 4);
  });

  it('follows the law of cosines: √(7² + 9² − 2 × 7 × 9 × cos 35°)', () => {
    const { distanceM } = treeDistance({ bearingDeg: 350, awayM: 7 }, { bearingDeg: 25, awayM: 9 });
    expect(distanceM).toBeCloseTo(Math.sqrt(49 + 81 - 126 * Math.cos((35 * Math.PI) / 180)), 9);
  });

  it('is the same both ways, the bearing turned round', () => {
    const [a, b] = [
      { bearingDeg: 40, awayM: 6 },
      { bearingDeg: 200, awayM: 11 },
    ];
    expect(treeDistance(a, b).distanceM).toBeCloseTo(treeDistance(b, a).distanceM, 12);
    expect(Math.abs(treeDistance(a, b).bearingDeg - treeDistance(b, a).bearingDeg)).toBeCloseTo(180, 9);
  });
});
