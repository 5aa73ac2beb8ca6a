import { describe, expect, it } from 'vitest';
import { COMMON_CONDITIONS, COMMON_SPECIES } from '../protocol/index.ts';
import { guessDecimal, matchColumns, type Matching, matchingProblem, type RowContext, rowReader } from './tree-file.ts';
import { inEnglish } from '../testing/english.ts';

const context: RowContext = {
  unitSystem: 'metric',
  species: COMMON_SPECIES.filter(({ code }) => ['sp', 'bt'].includes(code)),
  conditions: COMMON_CONDITIONS,
  decimal: '.',
};
const heads = [
  'plot',
  'tag',
  'species',
  'dbh (cm)',
  'height (m)',
  'bearing',
  'from the middle (m)',
  'conditions',
  'date',
];
const matching = matchColumns(heads, 'metric');
const read = (cells: readonly string[], over: Partial<RowContext> = {}, columns: Matching = matching) =>
  rowReader(columns, { ...context, ...over })(cells);
const errors = (cells: readonly string[], over: Partial<RowContext> = {}) => {
  const row = read(cells, over);
  return row.ok ? [] : row.errors.map(({ field, message }) => `${field}: ${inEnglish(message)}`);
};

describe('the columns of a file of trees', () => {
  it.each([
    [['Plot', 'Tree No', 'Species', 'DBH_cm'], { plot: 0, tag: 1, species: 2, dbh: 3 }],
    [['Parcela', 'Árbol', 'Especie', 'DAP (mm)'], { plot: 0, tag: 1, species: 2, dbh: 3 }],
    [['height [ft]', 'girth (in)', 'number', 'point', 'sp'], { height: 0, girth: 1, tag: 2, plot: 3, species: 4 }],
    [['something', 'else'], {}],
  ])('%j are known by their heads', (names, expected) => {
    const found = matchColumns(names, 'metric');
    expect(Object.fromEntries(Object.entries(found).map(([field, { column }]) => [field, column]))).toEqual(expected);
  });
  it('have the unit of their head, or the usual one of the survey', () => {
    expect(matchColumns(['DAP (mm)'], 'metric').dbh?.unit).toBe('mm');
    expect(matchColumns(['dbh'], 'metric').dbh?.unit).toBe('cm');
    expect(matchColumns(['dbh'], 'imperial').dbh?.unit).toBe('in');
    expect(matchColumns(['height (yards)'], 'metric').height?.unit).toBe('m');
  });
  it.each([
    [{}, 'the column of the plot'],
    [{ plot: { column: 0 }, tag: { column: 1 } }, 'species'],
    [{ plot: { column: 0 }, tag: { column: 1 }, species: { column: 2 } }, 'dbh, the girth, the height'],
    [{ ...matching, girth: { column: 8, unit: 'cm' as const } }, 'a dbh, a girth or two diameters'],
    [{ ...matching, plot: { column: 99 } }, 'no column 100'],
    [{ ...matching, tag: { column: 0 } }, 'cannot be both'],
    [{ ...matching, dbh: { column: 3, unit: 'ha' as const } }, 'Choose the unit of the dbh'],
  ])('%j cannot be read, and why', (columns, words) => {
    expect(inEnglish(matchingProblem(columns, heads.length, 'metric'))).toContain(words);
  });
  it('can be read where all is there', () => {
    expect(matchingProblem(matching, heads.length, 'metric')).toBeNull();
  });
});

describe('a row of a file of trees', () => {
  const good = ['7', '12', 'Scots Pine', '34.5', '21.4', '112', '7.4', 'dead; ivy', '2026-06-03'];
  it('is a tree with its readings as they were typed', () => {
    const row = read(good);
    if (!row.ok) throw new Error(JSON.stringify(row.errors));
    expect(row.tree).toMatchObject({
      plot: '7',
      tag: '12',
      speciesCode: 'sp',
      notes: { conditions: ['dead', 'ivy'], bearingDeg: 112, awayM: 7.4 },
      observedAt: '2026-06-03T09:00:00.000Z',
    });
    expect(row.tree.readings.map(({ methodId, value, unit, asRead }) => [methodId, value, unit, asRead])).toEqual([
      ['diameter.tape', 34.5, 'cm', '34.5'],
      ['height.known', 21.4, 'm', '21.4'],
    ]);
  });
  it('is read with a decimal comma where the file has one', () => {
    const row = read(['7', '12', 'sp', '34,5'], { decimal: ',' });
    expect(row.ok && row.tree.readings[0]?.value).toBe(34.5);
    expect(errors(['7', '12', 'sp', '34,5'])).toEqual([
      'dbh: “34,5” has a decimal comma, but this file uses the point.',
    ]);
  });
  it('turns feet from the middle into metres: 24.3 ft', () => {
    const imperial = matchColumns(['plot', 'tag', 'species', 'dbh', 'distance'], 'imperial');
    const row = read(['1', '1', 'sp', '12', '24.3'], { unitSystem: 'imperial' }, imperial);
    expect(row.ok && row.tree.notes?.awayM).toBeCloseTo(7.406_64, 9);
  });
  it('may hold a guess and nothing else: 35.3147 ft³ are a cubic metre', () => {
    const matching = matchColumns(['plot', 'tag', 'species', 'dbh', 'KPI (ft³)'], 'imperial');
    expect(matching.guess).toEqual({ column: 4, unit: 'ft3' });
    const row = read(['1', '1', 'sp', '', '35.3147'], { unitSystem: 'imperial' }, matching);
    expect(row.ok && row.tree.notes?.predictedVolumeM3).toBeCloseTo(1, 5);
    expect(row.ok && row.tree.readings).toEqual([]);
    const bad = read(['1', '1', 'sp', '', '0'], { unitSystem: 'imperial' }, matching);
    expect(!bad.ok && bad.errors[0]?.field).toBe('guess');
  });
  it.each([
    [['', '12', 'sp', '30'], 'plot: The plot is missing.'],
    [['a b', '12', 'sp', '30'], 'plot: “a b” is not a valid plot label'],
    [['7', '', 'sp', '30'], 'tag: The tag is missing.'],
    [['7', '12', '', '30'], 'species: The species is missing.'],
    [['7', '12', 'oak', '30'], 'species: “oak” is not a species of this survey (sp, bt).'],
    [['7', '12', 'sp', ''], 'dbh: The tree has neither a diameter nor a height.'],
    [['7', '12', 'sp', '-3'], 'dbh: -3 cm is out of range'],
    [['7', '12', 'sp', '1e3'], 'dbh: “1e3” is not a number'],
    [['7', '12', 'sp', '0x1F'], 'dbh: “0x1F” is not a number'],
    [['7', '12', 'sp', '30', '400'], 'height: 400 m is out of range'],
    [['7', '12', 'sp', '30', '', '361'], 'bearing: 361 is out of range'],
    [['7', '12', 'sp', '30', '', '', '900'], 'away: 900 is out of range'],
    [['7', '12', 'sp', '30', '', '', '', 'blue'], 'conditions: “blue” is not a code of this survey.'],
    [['7', '12', 'sp', '30', '', '', '', '', '31.12.2026'], 'observedAt: “31.12.2026” is not a date'],
    [['7', '12', 'sp', '30', '', '', '', '', '2026-02-31'], 'observedAt: “2026-02-31” is not a date'],
    [['7', '12', 'sp', `${'9'.repeat(400)}x`], 'dbh: “999999999999999999999999 …” is not a number'],
  ])('%j is wrong, and at which field', (cells, words) => {
    expect(
      errors(cells).some((each) => each.startsWith(words)),
      errors(cells).join(' | '),
    ).toBe(true);
  });
  it('says everything that is wrong, not the first of it', () => {
    expect(errors(['', '', 'oak', 'x'])).toHaveLength(4);
  });
});

describe('the decimal mark of a file', () => {
  it.each([
    [['34.5', '1', 'sp'], '.'],
    [['34,5', '20,1', '3.0'], ','],
    [[], '.'],
    [['a,b', '1,000,000'], '.'],
  ])('of %j is “%s”', (cells, mark) => {
    expect(guessDecimal(cells)).toBe(mark);
  });
});
