import { describe, expect, it } from 'vitest';
import { binomialTail } from '../statistics/index.ts';
import type { CheckedPlot, CheckedTree, CheckKind } from './checked-survey.ts';
import { checkSurvey } from './check-survey.ts';
import { inEnglish } from '../testing/english.ts';

const plot: CheckedPlot = {
  id: 'p',
  label: '1',
  shape: { kind: 'circle', areaM2: 500 },
  slopePct: 0,
  finished: true,
  empty: false,
};
const tree = (id: string, over: Partial<CheckedTree> = {}): CheckedTree => ({
  id,
  plotId: 'p',
  tag: id,
  speciesCode: 'sp',
  observer: 'M. R.',
  dbhCm: 30,
  heightM: null,
  inDoubt: false,
  diameterClass: 30,
  notes: null,
  readings: [],
  ...over,
});
/** Pines about a curve, six per cent to either side. */
const pines = (count: number, over: (i: number) => Partial<CheckedTree> = () => ({})): CheckedTree[] =>
  Array.from({ length: count }, (_, i) => {
    const dbhCm = 12 + ((i * 7.3) % 45);
    const heightM = (1.3 + 30 * Math.exp(-14 / dbhCm)) * (1 + 0.06 * Math.sin(i * 1.7));
    return tree(String(i), { dbhCm, heightM, ...over(i) });
  });
const found = (trees: readonly CheckedTree[], kind: CheckKind, plots = [plot]) =>
  checkSurvey(plots, trees, { heights: { ask: 'none' }, slopeRadius: 'level' }, 1.3).filter(
    ({ check }) => check === kind,
  );

describe('trees far from the curve', () => {
  it('are named, and sound ones are let alone', () => {
    const trees = pines(60);
    expect(found(trees, 'curve')).toEqual([]);
    const short = tree('short', { dbhCm: 40, heightM: 9 });
    expect(inEnglish(found([...trees, short], 'curve').map(({ treeId, title }) => [treeId, title]))).toEqual([
      ['short', 'Far below the height curve'],
    ]);
  });
  it('are not asked about twice: one in doubt already is left out', () => {
    expect(found([...pines(60), tree('short', { dbhCm: 40, heightM: 9, inDoubt: true })], 'curve')).toEqual([]);
  });
  it('are not looked for where a curve goes through so few trees that none is left over: a server failed here', () => {
    for (const n of [3, 4, 5]) expect(found(pines(n), 'curve')).toEqual([]);
  });

  it('are not looked for where there is no curve', () => {
    expect(found([tree('1', { heightM: 20 }), tree('2', { heightM: 3 })], 'curve')).toEqual([]);
  });
});

describe('trees tallied twice', () => {
  const reading = (value: number, key = 'diameter') => ({
    measure: 'diameter' as const,
    methodId: 'diameter.tape',
    key,
    value,
    unit: 'cm',
  });
  const three = [reading(31.4), reading(62, 'top'), reading(-8, 'base')];
  it('have three readings in common, in whatever order', () => {
    const points = found([tree('1', { readings: three }), tree('2', { readings: [...three].reverse() })], 'duplicate');
    expect(points.map(({ treeId, message }) => [treeId, inEnglish(message).includes('Trees 1 and 2')])).toEqual([
      ['2', true],
    ]);
  });
  it('are not those that share a dbh, a species or a plot alone', () => {
    expect(
      found([tree('1', { readings: [reading(31.4)] }), tree('2', { readings: [reading(31.4)] })], 'duplicate'),
    ).toEqual([]);
    const elsewhere = tree('2', { readings: three, plotId: 'q' });
    expect(found([tree('1', { readings: three }), elsewhere], 'duplicate')).toEqual([]);
    expect(
      found([tree('1', { readings: three }), tree('2', { readings: three, speciesCode: 'bt' })], 'duplicate'),
    ).toEqual([]);
  });
  it('stand in one place: 7.0 m at 10° and at 11° are 12 cm apart, at 13° 37 cm', () => {
    const at = (id: string, bearingDeg: number) => tree(id, { notes: { bearingDeg, awayM: 7 } });
    expect(found([at('1', 10), at('2', 11)], 'duplicate')).toHaveLength(1);
    expect(found([at('1', 10), at('2', 13)], 'duplicate')).toHaveLength(0);
    expect(found([at('1', 359.9), at('2', 0.1)], 'duplicate')).toHaveLength(1);
  });
});

describe('digit-preference', () => {
  const read = (observer: string, values: readonly number[]) =>
    values.map((value, i) =>
      tree(`${observer}${String(i)}`, {
        observer,
        readings: [{ measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value, unit: 'cm' }],
      }),
    );
  it('are told from chance by the binomial: 12 of 30 have one chance in 105, 16 of 30 one in 20,000', () => {
    // Tables of the binomial distribution, n = 30, p = 0.2.
    expect(binomialTail(12, 30, 0.2)).toBeCloseTo(0.0095, 4);
    expect(binomialTail(16, 30, 0.2)).toBeLessThan(1e-4);
    expect(binomialTail(0, 30, 0.2)).toBeCloseTo(1, 9);
  });
  it('that end in .0 and .5 too often are named with their reader', () => {
    const halves = read(
      'T. O.',
      Array.from({ length: 40 }, (_, i) => 20 + i / 2),
    );
    const tenths = read(
      'M. R.',
      Array.from({ length: 40 }, (_, i) => Number((20 + i * 0.7).toFixed(1))),
    );
    expect(found([...halves, ...tenths], 'digit-preference').map(({ key }) => key)).toEqual(['digit-preference T. O.']);
  });
  it('of few readings say nothing', () => {
    expect(found(read('T. O.', [20, 21, 22.5, 23, 24]), 'digit-preference')).toEqual([]);
  });
});

describe('observers', () => {
  it('whose heights lie a tenth apart at one dbh are named once', () => {
    const two = pines(80, (i) => ({ observer: i % 2 === 0 ? 'M. R.' : 'T. O.' }));
    const apart = two.map((each) =>
      each.observer === 'T. O.' ? { ...each, heightM: (each.heightM ?? 0) * 1.12 } : each,
    );
    expect(found(two, 'observers')).toEqual([]);
    const [point, ...more] = found(apart, 'observers');
    expect(more).toEqual([]);
    expect(inEnglish(point?.message)).toMatch(/1[01-3] % (above|below)/);
  });
});

describe('plots', () => {
  it('without trees are asked about, unless they are said to be empty or not finished', () => {
    expect(found([], 'undeclared-empty-plot')).toHaveLength(1);
    expect(found([], 'undeclared-empty-plot', [{ ...plot, empty: true }])).toEqual([]);
    expect(found([], 'undeclared-empty-plot', [{ ...plot, finished: false }])).toEqual([]);
  });
  it('have trees beyond their limit: 12.62 m on 500 m², 7.5 m for 30 cm and factor 4', () => {
    const at = (awayM: number) => [tree('1', { notes: { awayM, bearingDeg: 0 } })];
    expect(found(at(12.6), 'beyond-limit')).toEqual([]);
    expect(found(at(12.7), 'beyond-limit')).toHaveLength(1);
    const point = [{ ...plot, shape: { kind: 'variable-radius', factorM2PerHa: 4 } as const }];
    expect(found(at(7.5), 'beyond-limit', point)).toEqual([]);
    expect(inEnglish(found(at(7.52), 'beyond-limit', point)[0]?.message)).toContain('2 cm beyond');
  });
  it('go by the longer radius along the ground where the survey lays out circles so', () => {
    // 12.616 m level; on a slope of 50 %, √(1.25) as long along the fall line, and √ of that in every direction: 13.339 m.
    const steep = [{ ...plot, slopePct: 50 }];
    const beyond = (awayM: number, slopeRadius: 'circle' | 'level') =>
      checkSurvey(
        steep,
        [tree('1', { notes: { awayM, bearingDeg: 0 } })],
        { heights: { ask: 'none' }, slopeRadius },
        1.3,
      ).filter(({ check }) => check === 'beyond-limit');
    expect(beyond(13.33, 'circle')).toEqual([]);
    expect(beyond(13.36, 'circle')).toHaveLength(1);
    expect(beyond(12.62, 'level')).toEqual([]);
    expect(beyond(12.64, 'level')).toHaveLength(1);
  });
  it('are named in feet and inches in a survey in feet', () => {
    const point = [{ ...plot, shape: { kind: 'variable-radius', factorM2PerHa: 4 } as const }];
    const far = [tree('1', { notes: { awayM: 7.62, bearingDeg: 0 } })];
    const [beyond] = checkSurvey(point, far, { heights: { ask: 'none' }, slopeRadius: 'level' }, 1.3, 'imperial');
    // 7.62 m are 25 ft; 12 cm are 4.7 in.
    expect(inEnglish(beyond?.message)).toContain('is 25.00 ft from the centre, 4.7 in beyond its limiting distance');
  });
  it('lack heights that the survey asks for', () => {
    const trees = [tree('1'), tree('2'), tree('3'), tree('4', { heightM: 20 })];
    const [point] = checkSurvey([plot], trees, { heights: { ask: 'every', n: 3 }, slopeRadius: 'level' }, 1.3).filter(
      ({ check }) => check === 'heights',
    );
    expect(inEnglish(point?.message)).toContain('the height of tree 1:');
  });
  it('are asked no more than the survey asks: guessed trees for no height, counted points for no tree', () => {
    const guessed = tree('1', { dbhCm: null, notes: { predictedVolumeM3: 0.8 } });
    const every = { heights: { ask: 'every', n: 1 }, slopeRadius: 'level' } as const;
    expect(checkSurvey([plot], [guessed], every, 1.3)).toEqual([]);
    expect(checkSurvey([plot], [{ ...guessed, dbhCm: 30 }], every, 1.3)).toHaveLength(1);
    const counted = [{ ...plot, auxiliary: 7 }];
    expect(checkSurvey(counted, [], { ...every, phases: { kind: 'count-measure' } }, 1.3)).toEqual([]);
    expect(checkSurvey(counted, [], every, 1.3)).toHaveLength(1);
  });
});
