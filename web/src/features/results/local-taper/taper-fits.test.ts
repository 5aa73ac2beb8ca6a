import { describe, expect, it } from 'vitest';
import { felledPineSections, PINE_FORM } from '@arbolito/demo';
import { seededRandom } from '@arbolito/core/statistics';
import { FITS, fitTaper, isFitId, readSectionLines } from './taper-fits.ts';
import { say } from '../../../messages/text.ts';
import { inEnglish } from '../../../../../core/src/testing/english.ts';

const LINES = felledPineSections(seededRandom(2026), 40)
  .map(({ dbhCm, heightM, atM, diameterCm }) => `${dbhCm} ${heightM} ${atM} ${diameterCm}`)
  .join('\n');

describe('sections as they are pasted', () => {
  it('are columns of four figures, a section at the ground among them', () => {
    const { sections, problems } = readSectionLines('# felled in June\n32 24 0 38.5\n32;24;12;19.8', 1.3);
    expect(problems).toEqual([]);
    expect([...sections.atM]).toEqual([0, 12]);
    expect([...sections.diameterCm]).toEqual([38.5, 19.8]);
  });

  it('are told what is wrong, line by line', () => {
    const { problems } = readSectionLines('32 24 12\n32 24 12 thick\n32 24 -1 20', 1.3);
    expect(problems.map(({ line }) => line)).toEqual([1, 2, 3]);
    expect(problems[0]?.message).toContain(
      'Enter dbh in cm, height in m, height of the section in m and diameter in cm',
    );
    expect(problems[2]?.message).toContain('height of the section: must be 0 or more');
  });
});

describe('a taper of one’s own', () => {
  const { sections } = readSectionLines(LINES, 1.3);

  it('comes near the form that the stems were made from', () => {
    const fit = fitTaper('max-burkhart', sections);
    if (!fit.ok) throw new Error(say(fit.message));
    expect(fit.sections).toBe(40 * 13);
    // Made with a scatter of 2.5 % of diameters of some 25 cm.
    expect(fit.rootMeanSquareCm).toBeLessThan(1);
    expect(fit.choice).toMatchObject({ model: 'max-burkhart' });
    const made = (z: number): number => {
      const [b1, b2, b3, b4] = PINE_FORM.b;
      const [a1, a2] = PINE_FORM.a;
      return Math.sqrt(b1 * (z - 1) + b2 * (z * z - 1) + b3 * Math.max(0, a1 - z) ** 2 + b4 * Math.max(0, a2 - z) ** 2);
    };
    for (const z of [0.05, 0.2, 0.5, 0.8]) expect(fit.shareAt(z) / made(z)).toBeCloseTo(1, 1);
  });

  it('leaves less the more coefficients it has', () => {
    const rests = (['max-burkhart', 'kozak'] as const).map((id) => {
      const fit = fitTaper(id, sections);
      return fit.ok ? fit.rootMeanSquareCm : NaN;
    });
    expect(rests[0]).toBeLessThan(rests[1] ?? NaN);
    expect(fitTaper('ormerod', sections).ok).toBe(true);
  });

  it('is none where the sections grow thicker upwards, or are too few', () => {
    const upside = readSectionLines('30 20 2 20\n30 20 8 26\n30 20 14 33\n30 20 18 40', 1.3).sections;
    const fit = fitTaper('kozak', upside);
    expect(inEnglish(fit.ok ? '' : fit.message)).toContain('is not a valid stem');
    expect(Object.keys(FITS).every(isFitId)).toBe(true);
    const none = fitTaper('max-burkhart', readSectionLines('', 1.3).sections);
    expect(inEnglish(none.ok ? '' : none.message)).toContain('At least 12 sections are needed; there are 0.');
  });
});
