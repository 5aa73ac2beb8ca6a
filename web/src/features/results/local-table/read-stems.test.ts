import { describe, expect, it } from 'vitest';
import { readStems } from './read-stems.ts';

describe('a list of felled stems', () => {
  it('is read line by line, whatever stands between the figures, decimal commas too', () => {
    expect(readStems('# beech\n32.4 24.1 0.98\n\n28,5;22;0,71\n41\t27.5\t1.7')).toEqual({
      stems: [
        { dbhCm: 32.4, heightM: 24.1, volumeM3: 0.98 },
        { dbhCm: 28.5, heightM: 22, volumeM3: 0.71 },
        { dbhCm: 41, heightM: 27.5, volumeM3: 1.7 },
      ],
      problems: [],
    });
  });

  it('names each line that cannot be, and keeps the others', () => {
    const { stems, problems } = readStems('32.4 24.1\n30 20 0.7\n30 tall 0.7\n30 20 0');
    expect(stems).toEqual([{ dbhCm: 30, heightM: 20, volumeM3: 0.7 }]);
    expect(problems.map(({ line }) => line)).toEqual([1, 3, 4]);
    expect(problems[0]?.message).toContain('not 2 values');
    expect(problems[1]?.message).toContain('height: ');
    expect(problems[2]?.message).toBe('volume: must be above 0.');
  });
});
