import { draws } from '../testing/draws.ts';
import { describe, expect, it } from 'vitest';
import { silentWorkbook, type Step } from '../uncertainty/index.ts';
import { normal, type Random, seededRandom } from '../statistics/index.ts';
import { decimalsOf, printRounded, toGraduation, type UnitId } from '../units/index.ts';
import { METHODS } from '../methods/index.ts';
import { formFactorVolume } from '../volume/form-factor-volume.ts';
import { estimateFrom, type Given, readingsFrom } from '../testing/given.ts';
import { redo, wrongLines } from '../testing/redo.ts';
import { evaluate, standardErrorOf } from './evaluate.ts';
import type { Method, ReadingValue } from './description.ts';
import { inEnglish } from '../testing/english.ts';

const TREES = draws(400, 100);
const DRAWS = draws(100_000, 20_000);

const oneOf = <T>(random: Random, list: readonly T[]): T => {
  const found = list[Math.floor(random() * list.length)];
  if (found === undefined) throw new Error('an empty list');
  return found;
};

/** Readings anywhere in a method's ranges, read to the graduation, each in a unit of its own. */
function anyReadings(random: Random, { description }: Method): Record<string, ReadingValue> {
  return Object.fromEntries(
    description.readings.map((spec) => {
      const unit = oneOf(random, spec.units);
      const [low, high] = spec.range[unit] ?? [0, 1];
      // Small values are the common ones: the cube of the draw brings them out.
      const value = low + (high - low) * random() ** (spec.signed ? 1 : 3);
      const graduation = spec.graduation[unit] ?? 0.1;
      return [spec.key, { value: Math.min(high, Math.max(low, toGraduation(value, graduation))), unit }];
    }),
  );
}

/** A tree as a crew would read it, on any of the scales. */
function realTree(random: Random): { readonly height: Given; readonly dbh: Given } {
  const unit = oneOf(random, ['pct', 'deg', 'm20', 'm15'] as const);
  const [scale, graduation] = { pct: [100, 0.5], deg: [45, 0.1], m20: [20, 0.1], m15: [15, 0.1] }[unit] as [
    number,
    number,
  ];
  const feet = random() < 0.3;
  const read = (share: number) => toGraduation(share * scale, graduation);
  return {
    height: {
      top: [read(0.3 + random()), unit],
      base: [read(-0.35 + 0.5 * random()), unit],
      distance: feet ? [toGraduation(30 + 90 * random(), 0.1), 'ft'] : [toGraduation(8 + 30 * random(), 0.05), 'm'],
    },
    dbh: { diameter: [toGraduation(7 + 90 * random(), 0.1), 'cm'] },
  };
}

const lastOf = (steps: readonly Step[]): string => steps.at(-1)?.result ?? 'nothing';

describe('the workings of every method', () => {
  it.each(METHODS.map((method) => [method.description.id, method] as const))(
    '%s: whoever redoes them with the printed numbers arrives at the printed result',
    (_id, method) => {
      const random = seededRandom(41);
      let computed = 0;
      for (let tree = 0; tree < TREES; tree += 1) {
        const unitSystem = oneOf(random, ['metric', 'imperial'] as const);
        const outcome = evaluate(method, anyReadings(random, method), { unitSystem, dbhCm: 30, heightM: 20 });
        if (!outcome.ok) continue;
        // Readings at random make towers now and then: nobody redoes the workings of a tree of 2 km.
        if (method.description.measure === 'height' && outcome.estimate.value > 130) continue;
        computed += 1;
        const { workings, errorWorkings, printed } = outcome.estimate;
        expect(wrongLines([...workings, ...errorWorkings])).toEqual([]);
        expect(lastOf(workings)).toBe(printed.value);
        if (errorWorkings.length > 0) expect(lastOf(errorWorkings)).toBe(printed.standardError);
      }
      expect(computed).toBeGreaterThan(TREES / 10);
    },
  );

  it('hold over a thousand trees as crews read them, the volume included', () => {
    const random = seededRandom(7);
    for (let tree = 0; tree < TREES; tree += 1) {
      const { height, dbh } = realTree(random);
      const unitSystem = oneOf(random, ['metric', 'imperial'] as const);
      const tall = estimateFrom('height.two-angles', height, { unitSystem });
      const thick = estimateFrom('diameter.tape', dbh, { unitSystem });
      const volume = formFactorVolume(thick, tall, { value: 0.45, standardError: 0.05 }, unitSystem);
      for (const { workings, printed } of [tall, thick, volume]) {
        expect(wrongLines(workings)).toEqual([]);
        expect(lastOf(workings)).toBe(printed.value);
      }
    }
  });

  it('carry every number from a reading, from a line above, or from a stated constant', () => {
    const { workings } = estimateFrom('height.two-angles', {
      top: [31.8, 'deg'],
      base: [-4.57, 'deg'],
      distance: [82, 'ft'],
    });
    const [feet, top, base, difference, height] = workings;
    expect(inEnglish(feet?.expression)).toBe('82 × 0.3048');
    expect(inEnglish(difference?.expression)).toBe(`${top?.result ?? ''} − (${base?.result ?? ''})`);
    expect(inEnglish(height?.expression)).toBe(`${feet?.result ?? ''} × ${difference?.result ?? ''}`);
    expect(redo('82 × 0.3048') * (Math.tan((31.8 * Math.PI) / 180) + Math.tan((4.57 * Math.PI) / 180))).toBeCloseTo(
      Number(height?.result),
      2,
    );
  });
});

/** Standard deviation of a method's figure when its readings are drawn again and again. */
function simulated(method: Method, given: Given): number {
  const random = seededRandom(99);
  const readings = readingsFrom(given);
  const errors = Object.entries(readings).map(
    ([key, reading]) => [key, reading, standardErrorOf(method, key, reading)] as const,
  );
  let mean = 0;
  let squares = 0;
  for (let draw = 1; draw <= DRAWS; draw += 1) {
    const drawn = Object.fromEntries(
      errors.map(([key, reading, error]) => [key, { ...reading, value: normal(random, reading.value, error) }]),
    );
    const { exact } = method.compute(drawn, silentWorkbook, { unitSystem: 'metric' });
    const step = exact - mean;
    mean += step / draw;
    squares += step * (exact - mean);
  }
  return Math.sqrt(squares / (DRAWS - 1));
}

describe('the printed ±', () => {
  const cases: readonly (readonly [string, string, Given])[] = [
    ['percent', 'height.two-angles', { top: [62, 'pct'], base: [-8, 'pct'], distance: [25, 'm'] }],
    ['degrees', 'height.two-angles', { top: [31.8, 'deg'], base: [-4.57, 'deg'], distance: [25, 'm'] }],
    ['a steep top in degrees', 'height.two-angles', { top: [71, 'deg'], base: [12, 'deg'], distance: [9, 'm'] }],
    ['the 1:20 scale', 'height.two-angles', { top: [12.4, 'm20'], base: [-1.6, 'm20'], distance: [25, 'm'] }],
    [
      'the 1:15 scale at a paced distance',
      'height.two-angles',
      { top: [14, 'm15'], base: [-2, 'm15'], distance: [22, 'm', 1] },
    ],
    ['looking down', 'height.two-angles', { top: [-5, 'pct'], base: [-62, 'pct'], distance: [30, 'm'] }],
    ['a girth', 'diameter.girth', { girth: [113.1, 'cm'] }],
  ];
  it.each(cases)('agrees with 100,000 draws within 3 %%: %s', (_words, id, given) => {
    const method = METHODS.find(({ description }) => description.id === id);
    if (method === undefined) throw new Error(id);
    const { printed } = estimateFrom(id, given);
    expect(Math.abs(Number(printed.standardError) / simulated(method, given) - 1)).toBeLessThan(0.03);
  });

  it('takes a stated ± before the instrument’s own', () => {
    const girth = (error: number): number =>
      estimateFrom('diameter.girth', { girth: [100, 'cm', error] }).standardError;
    expect(girth(2)).toBeCloseTo(2 / Math.PI, 6);
    expect(girth(0)).toBe(0);
  });

  it('says so where the errors are too large for a straight line', () => {
    const rough = estimateFrom('height.two-angles', { top: [75, 'deg', 5], base: [-3, 'deg'], distance: [12, 'm'] });
    expect(rough.findings.map(({ code }) => code)).toContain('estimate.rough-error');
  });

  it('is spelt out: 25 m by 70 %, one percent on each sight and 10 cm on the tape', () => {
    // √((25 × 1 ÷ 100)² × 2 + (0.70 × 0.1)²) = 0.3604
    const { errorWorkings, printed } = estimateFrom('height.two-angles', {
      top: [62, 'pct', 1],
      base: [-8, 'pct', 1],
      distance: [25, 'm', 0.1],
    });
    expect(inEnglish(errorWorkings.map(({ expression }) => expression))).toEqual([
      '0.2500 × 1',
      '0.2500 × 1',
      '0.7000 × 0.1',
      '√(0.250² + 0.250² + 0.070²)',
    ]);
    expect(printed.standardError).toBe('0.36');
  });
});

describe('descriptions', () => {
  const units = (spec: Method['description']['readings'][number]): readonly UnitId[] => spec.units;
  it.each(
    METHODS.flatMap(({ description }) =>
      description.readings.map((spec) => [`${description.id} ${spec.key}`, spec] as const),
    ),
  )('%s is complete in every unit', (_name, spec) => {
    for (const unit of units(spec)) {
      const [low = NaN, high = NaN] = spec.range[unit] ?? [];
      expect(low).toBeLessThan(high);
      expect(spec.graduation[unit]).toBeGreaterThan(0);
      expect(spec.typicalError[unit]).toBeGreaterThan(0);
      expect(printRounded(low, decimalsOf(low))).not.toContain('e');
    }
    expect(units(spec)).toContain(spec.defaultUnit.metric);
    expect(units(spec)).toContain(spec.defaultUnit.imperial);
    expect(inEnglish(spec.ask)).not.toMatch(/[.!]$/);
    expect(spec.shortcut).toMatch(/^[a-z]$/);
  });

  it('have identifiers of their own, and reading keys of their own', () => {
    const ids = METHODS.map(({ description }) => description.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { description } of METHODS) {
      expect(description.id.startsWith(`${description.measure}.`)).toBe(true);
      const keys = description.readings.map(({ key }) => key);
      expect(new Set(keys).size).toBe(keys.length);
      const letters = description.readings.map(({ shortcut }) => shortcut);
      expect(new Set(letters).size).toBe(letters.length);
      expect(description.source).not.toBe('');
      expect(description.help.length).toBeGreaterThan(0);
      expect(inEnglish(description.safety)).not.toBe('');
    }
  });
});
