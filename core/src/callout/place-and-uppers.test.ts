import { describe, expect, it } from 'vitest';
import { inEnglish } from '../testing/english.ts';
import { PINE_SURVEY } from '../testing/pine-survey.ts';
import { parseCallout } from './parse.ts';
import { printUpper, readUpper } from './upper-words.ts';

const noteOf = (words: string) => {
  const { draft, tokens } = parseCallout(`#1 sp 30 ${words}`, PINE_SURVEY);
  return { notes: draft.notes, problems: inEnglish(tokens.flatMap(({ problem }) => problem ?? [])) };
};

describe('a position on the line', () => {
  it.each(['pos41.5/-30.25', 'pos41,5/-30,25', 'POS41.5/-30.25'])('is read from %s', (word) => {
    expect(noteOf(word)).toEqual({ notes: { place: { latitude: 41.5, longitude: -30.25 } }, problems: [] });
  });

  it.each([
    ['pos90.1/0', 'A position is latitude −90 to 90 and longitude −180 to 180 degrees.'],
    ['pos0/-180.5', 'A position is latitude −90 to 90 and longitude −180 to 180 degrees.'],
    ['pos1/2 pos1/2', 'The position is entered twice.'],
  ])('is refused from %s', (words, problem) => {
    expect(noteOf(words).problems).toEqual([problem]);
  });
});

describe('an upper diameter as a word', () => {
  it.each([
    ['u32@5', 'metric', 'diameter.tape', [5, 'm'], [[32, 'cm']]],
    ['u32,5@5,2', 'metric', 'diameter.tape', [5.2, 'm'], [[32.5, 'cm']]],
    ['u12.6@16', 'imperial', 'diameter.tape', [16, 'ft'], [[12.6, 'in']]],
    ['u32cm@5m', 'imperial', 'diameter.tape', [5, 'm'], [[32, 'cm']]],
    ['UC30@4', 'metric', 'diameter.caliper', [4, 'm'], [[30, 'cm']]],
  ] as const)('%s is read, %s', (word, system, method, [at, unit], readings) => {
    const read = readUpper(word, system);
    expect(read?.ok === true ? [read.upper.method, read.upper.height] : read).toEqual([method, { value: at, unit }]);
    expect(
      read?.ok === true ? Object.values(read.upper.readings).map(({ value, unit: own }) => [value, own]) : [],
    ).toEqual(readings);
  });

  it.each(['u32@5', 'uc32.5@5', 'ub1.5/12@8', 'ua2/10@8', 'u12in@16ft'])('%s is printed as it was read', (word) => {
    const read = readUpper(word, 'metric');
    expect(read?.ok === true ? printUpper(read.upper, 'metric') : read).toBe(word);
  });

  it.each(['ub1.5@8', 'u32/4@5', 'u32@', 'u32@high', 'u-3@5', 'u32@-1', 'u32@101'])(
    '%s is no upper diameter',
    (word) => {
      expect(readUpper(word, 'metric')?.ok ?? false).toBe(false);
    },
  );
});
