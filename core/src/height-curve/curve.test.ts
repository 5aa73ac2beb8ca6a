import { describe, expect, it } from 'vitest';
import { normal, seededRandom } from '../statistics/index.ts';
import examples from './examples/height-curves.json';
import { type CurveTree, fitEveryCurve, fitHeightCurve, type HeightCurve } from './fit.ts';
import { type CurveModelId, isCurveModelId, modelOf, naslundByLine } from './models.ts';
import { inEnglish } from '../testing/english.ts';

interface Example {
  readonly case: string;
  readonly inputs: Readonly<Record<string, unknown>>;
  readonly expected: unknown;
  readonly tolerance: unknown;
}

const MODELS: Readonly<Record<string, CurveModelId>> = {
  naslund: 'naslund',
  michailoff: 'michailoff',
  chapman_richards: 'chapman-richards',
  petterson: 'petterson',
  wykoff: 'wykoff',
  curtis: 'curtis',
  henriksen_log: 'henriksen',
};

const fitted = (model: CurveModelId, trees: readonly CurveTree[]): HeightCurve => {
  const outcome = fitHeightCurve(model, trees, 1.3);
  if (!outcome.ok) throw new Error(inEnglish(outcome.message));
  return outcome.curve;
};
const messageOf = (model: CurveModelId, trees: readonly CurveTree[]): string => {
  const outcome = fitHeightCurve(model, trees, 1.3);
  return outcome.ok ? '' : inEnglish(outcome.message);
};
const treesOf = ({ inputs }: Example): CurveTree[] => {
  const [d, h] = [inputs.dbh as number[], inputs.h as number[]];
  return d.map((dbhCm, i) => ({ dbhCm, heightM: h[i] ?? NaN }));
};
const CASES = examples as unknown as readonly Example[];
const fits = CASES.filter(({ case: name }) => name.startsWith('fit_'));
const [first] = fits;
if (first === undefined) throw new Error('no example');

describe('a curve of many trees', () => {
  // Heights that no model meets, so that every fit leaves something.
  const random = seededRandom(11);
  const trees = Array.from({ length: 30 }, (_, i): CurveTree => {
    const dbhCm = 8 + 2 * i;
    return { dbhCm, heightM: 1.3 + 28 * (1 - Math.exp(-dbhCm / 22)) + normal(random, 0, 1.5) };
  });

  it.each(Object.values(MODELS))(
    'finds the least sum that thirty trees have, times a hundred for each a hundred times: %s',
    (model) => {
      const many = trees.flatMap((tree) => Array.from({ length: 100 }, () => tree));
      const [few, all] = [fitted(model, trees), fitted(model, many)];
      expect(all.residualSum / (100 * few.residualSum)).toBeCloseTo(1, 9);
      expect(all.heightM(40) / few.heightM(40)).toBeCloseTo(1, 5);
    },
  );

  it.each(Object.values(MODELS))('leaves nothing that another curve nearby would take up: %s', (model) => {
    const many = Array.from({ length: 3_000 }, (): CurveTree => {
      const dbhCm = 7 + 60 * random();
      return { dbhCm, heightM: 1.3 + 30 * (1 - Math.exp(-dbhCm / 25)) ** 1.2 + normal(random, 0, 1) };
    });
    const { parameters, residualSum } = fitted(model, many);
    const { value } = modelOf(model, 1.3);
    const sumAt = (at: readonly number[]): number =>
      many.reduce((sum, { dbhCm, heightM }) => sum + (heightM - value(dbhCm, at)) ** 2, 0);
    parameters.forEach((parameter, i) => {
      for (const share of [-1e-4, 1e-4]) {
        const beside = sumAt(parameters.with(i, parameter * (1 + share)));
        expect(beside).toBeGreaterThanOrEqual(residualSum * (1 - 1e-9));
      }
    });
  });
});

describe('published height curves', () => {
  it.each(fits.map((example) => [example.case, example] as const))('%s', (name, example) => {
    const model = MODELS[name.slice(4, -2)];
    if (model === undefined) throw new Error(`no model of ${name}`);
    const { parameters, residualSum } = fitted(model, treesOf(example));
    const { RSS, ...expected } = example.expected as Readonly<Record<string, number>>;
    const tolerance = example.tolerance as Readonly<Record<string, number>>;
    // The least sum that is known, to a millionth.
    expect(Math.abs(residualSum / (RSS ?? NaN) - 1)).toBeLessThan(1e-6);
    Object.entries(expected).forEach(([key, value], i) => {
      expect(Math.abs((parameters[i] ?? NaN) - value), key).toBeLessThanOrEqual(2 * (tolerance[key] ?? 0) + 1e-9);
    });
  });

  it('naslund_linearised_A leaves more than the curve of least squares', () => {
    const example = CASES.find(({ case: name }) => name === 'naslund_linearised_A');
    if (example === undefined) throw new Error('no example');
    const trees = treesOf(example);
    const { a = NaN, b = NaN, RSS_h = NaN } = example.expected as Readonly<Record<string, number>>;
    const found = naslundByLine(
      trees.map(({ dbhCm }) => dbhCm),
      trees.map(({ heightM }) => heightM),
      1.3,
    );
    expect(found?.[0]).toBeCloseTo(a, 8);
    expect(found?.[1]).toBeCloseTo(b, 8);
    const left = trees.reduce(
      (sum, { dbhCm, heightM }) => sum + (heightM - 1.3 - (dbhCm / (a + b * dbhCm)) ** 2) ** 2,
      0,
    );
    expect(left).toBeCloseTo(RSS_h, 6);
    expect(fitted('naslund', trees).residualSum).toBeLessThan(left);
  });

  it('predict_cr_A', () => {
    const example = CASES.find(({ case: name }) => name === 'predict_cr_A');
    const { d = NaN, a = NaN, b = NaN, c = NaN } = (example?.inputs ?? {}) as Readonly<Record<string, number>>;
    expect(modelOf('chapman-richards', 1.3).value(d, [a, b, c])).toBeCloseTo(example?.expected as number, 9);
  });
});

describe('every model', () => {
  it('has slopes that its values follow', () => {
    const at: Readonly<Record<CurveModelId, readonly number[]>> = {
      naslund: [1.6, 0.157],
      petterson: [0.295, 1.77],
      michailoff: [36, 14],
      curtis: [36.7, 14.7],
      wykoff: [3.6, -15.4],
      'chapman-richards': [27, 0.08, 1.9],
      henriksen: [-16, 11.8],
    };
    for (const [id, parameters] of Object.entries(at)) {
      if (!isCurveModelId(id)) throw new Error(id);
      const { value, slopes } = modelOf(id, 1.3);
      for (const d of [6, 18, 45]) {
        const row: readonly number[] = slopes(d, parameters);
        parameters.forEach((parameter, i) => {
          const step = Math.abs(parameter) * 1e-6;
          const by = (sign: number): number => value(d, parameters.with(i, parameter + sign * step));
          expect(row[i], `${id} ${String(i)}`).toBeCloseTo((by(1) - by(-1)) / (2 * step), 4);
        });
      }
    }
  });

  it('finds the parameters of the curve that trees were made on, and holds them within its error 93 to 97 times in 100', () => {
    const random = seededRandom(4);
    const repetitions = 1000;
    let held = 0;
    for (let i = 0; i < repetitions; i += 1) {
      const trees = Array.from({ length: 40 }, () => {
        const dbhCm = 8 + 45 * random();
        return { dbhCm, heightM: 1.3 + 30 * Math.exp(-13 / dbhCm) + normal(random, 0, 1.1) };
      }).filter(({ heightM }) => heightM > 1.5);
      const { heightM, errorsM } = fitted('michailoff', trees);
      // t of 38 degrees of freedom
      if (Math.abs(heightM(30) - (1.3 + 30 * Math.exp(-13 / 30))) <= 2.0244 * errorsM(30).curve) held += 1;
    }
    expect(held / repetitions).toBeGreaterThan(0.93);
    expect(held / repetitions).toBeLessThan(0.97);
  });
});

describe('choosing among curves', () => {
  it('puts the least of Akaike first, and says how sure one more tree is', () => {
    const curves = fitEveryCurve(treesOf(first), 1.3);
    expect(curves).toHaveLength(7);
    expect(curves.map(({ aicc }) => aicc)).toEqual(curves.map(({ aicc }) => aicc).toSorted((a, b) => a - b));
    // Set A: Michailoff leaves least of the two-parameter curves, and Chapman and Richards no less with one more.
    expect(curves[0]?.model).toBe('michailoff');
    const [best] = curves;
    const { curve, tree } = best?.errorsM(25) ?? { curve: NaN, tree: NaN };
    expect(curve).toBeLessThan(best?.residualErrorM ?? 0);
    expect(tree).toBeGreaterThan(best?.residualErrorM ?? Infinity);
    expect(best?.rangeCm).toEqual([9.1, 46.7]);
    // n ln(RSS ÷ n) + 2 k + 2 k (k + 1) ÷ (n − k − 1), k = 3
    expect(best?.aicc).toBeCloseTo(25 * Math.log(19.223329481997215 / 25) + 6 + 24 / 21, 6);
  });

  it('says why there is none', () => {
    const tree = (dbhCm: number, heightM: number): CurveTree => ({ dbhCm, heightM });
    expect(messageOf('michailoff', [tree(20, 15), tree(30, 20)])).toBe(
      'A curve with 2 parameters needs at least 3 measured trees; there are 2.',
    );
    expect(messageOf('michailoff', [tree(20, 15), tree(20, 16), tree(20, 14)])).toContain('have the same dbh');
    expect(messageOf('chapman-richards', [tree(20, 15), tree(20, 16), tree(30, 20), tree(30, 21)])).toContain(
      'have 2 different dbhs: this curve needs 3',
    );
    expect(messageOf('petterson', [tree(20, 15), tree(NaN, 16), tree(20, 14)])).toContain('Tree 2 cannot be');
    expect(messageOf('henriksen', [tree(10, 25), tree(20, 18), tree(30, 12), tree(40, 8)])).toContain(
      'lower heights for thicker trees',
    );
    expect(fitEveryCurve([], 1.3)).toEqual([]);
    expect(isCurveModelId('toString')).toBe(false);
  });

  it('does not break on heights that are all one, or lie on the curve', () => {
    const flat = [12, 20, 30, 40].map((dbhCm) => ({ dbhCm, heightM: 18 }));
    const level = fitHeightCurve('michailoff', flat, 1.3);
    expect(
      level.ok ? Number.isFinite(level.curve.residualErrorM) && level.curve.rSquared === 0 : level.message,
    ).toBeTruthy();
    const exact = [10, 15, 22, 31, 44].map((dbhCm) => ({ dbhCm, heightM: 1.3 + 28 * Math.exp(-12 / dbhCm) }));
    const { parameters, residualSum } = fitted('michailoff', exact);
    expect(parameters[0]).toBeCloseTo(28, 6);
    expect(residualSum).toBeLessThan(1e-12);
  });
});
