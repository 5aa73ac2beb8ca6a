import { describe, expect, it } from 'vitest';
import { METHODS } from '../methods/index.ts';
import { inEnglish } from '../testing/english.ts';

const proved = METHODS.flatMap(({ description }) =>
  description.proof === undefined ? [] : [{ id: description.id, proof: description.proof }],
);

describe('the reasons of methods', () => {
  it('are given for everything that is held up, laid out or walked back from', () => {
    expect(proved.map(({ id }) => id).sort()).toEqual([
      'height.equal-stick',
      'height.forty-five-level',
      'height.forty-five-slope',
      'height.log-stick',
      'height.pole-at-tree',
      'height.shadow',
      'height.sighting-triangle',
      'height.stick-ratio',
    ]);
  });

  it.each(proved.map(({ id, proof }) => [id, proof] as const))(
    '%s: a few full sentences and one drawing',
    (_id, proof) => {
      expect(proof.lines.length).toBeGreaterThanOrEqual(2);
      expect(proof.lines.length).toBeLessThanOrEqual(4);
      for (const line of proof.lines) expect(inEnglish(line)).toMatch(/^[A-Z].*\.$/);
      const { near, reach, far, distance } = proof.triangle;
      // The small triangle has both of its sides named, or neither.
      expect(near === undefined).toBe(reach === undefined);
      expect(inEnglish(far).length * inEnglish(distance).length).toBeGreaterThan(0);
    },
  );
});
