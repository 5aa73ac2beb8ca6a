import { describe, expect, it } from 'vitest';
import { stemVolumes, type StemVolumeWay, type UncertainSection } from './stem-volumes.ts';

const at = (heightM: number, diameterCm: number, diameterErrorCm = 0, heightErrorM = 0): UncertainSection => ({
  heightM,
  diameterCm,
  diameterErrorCm,
  heightErrorM,
});
const by = (way: StemVolumeWay, sections: readonly UncertainSection[]) =>
  stemVolumes(sections)?.volumes.find((each) => each.way === way);
const area = (cm: number) => (Math.PI / 4) * (cm / 100) ** 2;

describe('volumes of a stem by its diameters', () => {
  it('of a paraboloid are the same by Newton and Huber: middle area times length', () => {
    // Areas fall evenly: 40² = 1600, then 1000, then 20² = 400.
    const paraboloid = [at(0, 40), at(5, Math.sqrt((1600 + 400) / 2)), at(10, 20)];
    expect(by('huber', paraboloid)?.volumeM3).toBeCloseTo(10 * area(Math.sqrt(1000)), 9);
    expect(by('newton', paraboloid)?.volumeM3).toBeCloseTo(10 * area(Math.sqrt(1000)), 9);
    expect(by('smalian', paraboloid)?.volumeM3).toBeCloseTo((10 * (area(40) + area(20))) / 2, 9);
  });

  it('of a frustum of a cone are exact by Newton: L (A + √(A a) + a) ÷ 3', () => {
    const cone = [at(1, 40), at(6, 30), at(11, 20)];
    expect(by('newton', cone)?.volumeM3).toBeCloseTo(
      (10 * (area(40) + Math.sqrt(area(40) * area(20)) + area(20))) / 3,
      9,
    );
  });

  it('run from the lowest to the highest, in whatever order they come', () => {
    const volumes = stemVolumes([at(11, 20), at(1, 40), at(6, 30)]);
    expect([volumes?.fromM, volumes?.toM, volumes?.middleCm, volumes?.isMiddleMeasured]).toEqual([1, 11, 30, true]);
    expect(volumes).toEqual(stemVolumes([at(1, 40), at(6, 30), at(11, 20)]));
  });

  it('say when the middle was read off the curve', () => {
    expect(stemVolumes([at(1, 40), at(4, 34), at(11, 20)])?.isMiddleMeasured).toBe(false);
  });

  it('carry the errors of the diameters: by Huber twice the relative error of the middle', () => {
    const huber = by('huber', [at(0, 40), at(10, 30, 0.6), at(20, 18)]);
    expect((huber?.standardErrorM3 ?? 0) / (huber?.volumeM3 ?? 1)).toBeCloseTo(2 * (0.6 / 30), 3);
  });

  it('carry the errors of the heights: a length of 20 ± 0.5 m is 2.5 % of the volume by Smalian', () => {
    const smalian = by('smalian', [at(0, 40), at(10, 30), at(20, 18, 0, 0.5)]);
    expect((smalian?.standardErrorM3 ?? 0) / (smalian?.volumeM3 ?? 1)).toBeCloseTo(0.025, 3);
  });

  it('need two diameters at different heights', () => {
    expect(stemVolumes([])).toBeNull();
    expect(stemVolumes([at(1.3, 40)])).toBeNull();
    expect(stemVolumes([at(5, 40), at(5, 39)])).toBeNull();
  });
});
