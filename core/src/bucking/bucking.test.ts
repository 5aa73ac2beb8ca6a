import { describe, expect, it } from 'vitest';
import { LOG_RULES } from '../log-rules/index.ts';
import { seededRandom } from '../statistics/index.ts';
import { smalianM3, solidsProfile, type StemProfile } from '../taper/index.ts';
import { bestCuts, cutsBetween, greedyCuts, sawsOf } from './buck.ts';
import { convertPrice, mbfValue, netValue } from './value.ts';
import { type Cut, cutAt, priceDoubt, productProblems, type StemToCut } from './products.ts';
import type { Product } from '../protocol/index.ts';
import { inEnglish } from '../testing/english.ts';

const stemOf = (dbhCm: number, heightM: number): StemProfile => {
  const outcome = solidsProfile({ dbhCm, heightM }, 1.3);
  if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
  return outcome.profile;
};
const SAWLOG: Product = {
  name: 'sawlog',
  lengthsM: [4, 5],
  trimM: 0.1,
  smallestTopCm: 22,
  allows: [],
  unit: 'm3',
  price: 90,
};
const PULP: Product = {
  ...SAWLOG,
  name: 'pulpwood',
  lengthsM: [2],
  trimM: 0,
  smallestTopCm: 7,
  allows: ['rot', 'sweep', 'crook', 'branches'],
  price: 30,
};
const stem = (over: Partial<StemToCut> = {}): StemToCut => ({
  profile: stemOf(36, 24),
  stumpM: 0.3,
  topCm: 7,
  defects: [],
  ...over,
});

/** Every way to cut a stem, one after the other: slow, and beyond doubt. */
function exhaustive(of: StemToCut, products: readonly Product[], stepM: number): number {
  const steps = (metres: number) => Math.round(metres / stepM);
  const places = Math.floor((of.profile.heightAtM(of.topCm) - of.stumpM) / stepM + 1e-9);
  const best = (place: number): number => {
    if (place >= places) return 0;
    const options = products.flatMap(({ lengthsM, trimM }, product) =>
      lengthsM.map((lengthM) => {
        const long = steps(lengthM);
        const cut =
          place + long > places
            ? null
            : cutAt(of, products, { product, fromM: of.stumpM + place * stepM, lengthM: long * stepM });
        return cut === null ? 0 : cut.value + best(place + long + Math.ceil(trimM / stepM - 1e-9));
      }),
    );
    return Math.max(best(place + 1), ...options);
  };
  return best(0);
}

describe('the cuts that are worth most', () => {
  it('equal an exhaustive search on 500 seeded small stems', () => {
    const random = seededRandom(500);
    const between = (low: number, high: number): number => low + (high - low) * random();
    for (let trial = 0; trial < 500; trial += 1) {
      const from = between(1, 5);
      const of = stem({
        profile: stemOf(between(14, 40), between(8, 14)),
        topCm: between(5, 10),
        defects: random() < 0.5 ? [{ kind: 'rot', fromM: from, toM: from + between(0.3, 2) }] : [],
      });
      const products = [
        { ...SAWLOG, lengthsM: [2.5, 4], trimM: 0, smallestTopCm: between(12, 24), price: between(60, 120) },
        { ...PULP, lengthsM: [2], price: between(10, 50) },
        { ...SAWLOG, name: 'pole', lengthsM: [5], unit: 'piece' as const, price: between(5, 30), smallestTopCm: 12 },
      ];
      expect(bestCuts(of, products, 0.5).value).toBeCloseTo(exhaustive(of, products, 0.5), 9);
    }
  });

  it('are never worth less than the greedy ones, and follow each other without a gap they do not mean', () => {
    const random = seededRandom(8);
    for (let trial = 0; trial < 100; trial += 1) {
      const of = stem({ profile: stemOf(20 + 40 * random(), 15 + 20 * random()) });
      const best = bestCuts(of, [SAWLOG, PULP]);
      expect(best.value).toBeGreaterThanOrEqual(greedyCuts(of, [SAWLOG, PULP]).value - 1e-9);
      let end = of.stumpM;
      for (const { fromM, lengthM, topCm, product } of best.cuts) {
        expect(fromM).toBeGreaterThanOrEqual(end - 1e-9);
        expect(topCm).toBeGreaterThanOrEqual([SAWLOG, PULP][product]?.smallestTopCm ?? 0);
        end = fromM + lengthM;
      }
      expect(of.profile.diameterCm(end)).toBeGreaterThanOrEqual(of.topCm - 1e-9);
    }
  });

  it('go round rot that a product may not have', () => {
    const marred = stem({ defects: [{ kind: 'rot', fromM: 2, toM: 3 }] });
    const { cuts } = bestCuts(marred, [SAWLOG, PULP]);
    const sawn = cuts.filter(({ product }) => product === 0);
    expect(sawn.length).toBeGreaterThan(0);
    for (const { fromM, lengthM } of sawn) expect(fromM >= 3 - 1e-9 || fromM + lengthM <= 2 + 1e-9).toBe(true);
    expect(bestCuts(marred, [SAWLOG, PULP]).value).toBeLessThan(bestCuts(stem(), [SAWLOG, PULP]).value);
  });

  it('are none where the stem gives nothing', () => {
    expect(bestCuts(stem({ profile: stemOf(8, 6) }), [SAWLOG])).toEqual({ cuts: [], value: 0 });
    expect(bestCuts(stem(), [])).toEqual({ cuts: [], value: 0 });
    expect(bestCuts(stem({ stumpM: 30 }), [SAWLOG]).cuts).toEqual([]);
  });
});

describe('a log', () => {
  it('is worth its cubic metres, its board feet, or the piece', () => {
    const at = { product: 0, fromM: 0.3, lengthM: 4 };
    const cut = (product: Product): Cut => {
      const found = cutAt(stem(), [product], at);
      if (found === null) throw new Error('no log');
      return found;
    };
    const { buttCm, topCm, value } = cut(SAWLOG);
    expect(value).toBeCloseTo(90 * smalianM3(buttCm, topCm, 4), 9);
    const doyle = LOG_RULES.doyle.boardFeet(topCm / 2.54, 4 / 0.3048);
    expect(cut({ ...SAWLOG, unit: 'doyle', price: 400 }).value).toBeCloseTo(0.4 * doyle, 9);
    expect(cut({ ...SAWLOG, unit: 'piece', price: 12 }).value).toBe(12);
  });

  it('is not cut beyond the tip, above its limit, from too thick a butt, or with too thin a top', () => {
    const cut = (product: Partial<Product>, fromM = 0.3) =>
      cutAt(stem(), [{ ...SAWLOG, ...product }], { product: 0, fromM, lengthM: 4 });
    expect(cut({})).not.toBeNull();
    expect(cut({ largestButtCm: 30 })).toBeNull();
    expect(cut({ belowM: 4 })).toBeNull();
    expect(cut({ smallestTopCm: 40 })).toBeNull();
    expect(cut({ smallestTopCm: 0 }, 21)).toBeNull();
  });
});

describe('a product list', () => {
  it('is told what is wrong with it, product by product', () => {
    const wrong = productProblems([
      SAWLOG,
      { ...SAWLOG, price: 80 },
      { ...PULP, name: ' ', lengthsM: [], trimM: 2, smallestTopCm: -1, largestButtCm: -2, belowM: 0, price: NaN },
      { ...PULP, lengthsM: [40] },
    ]);
    expect(wrong.map(({ product, field }) => `${String(product)} ${field}`)).toEqual([
      '1 name',
      '2 name',
      '2 lengthsM',
      '2 trimM',
      '2 smallestTopCm',
      '2 largestButtCm',
      '2 belowM',
      '2 price',
      '3 lengthsM',
    ]);
    expect(inEnglish(wrong[0]?.message)).toContain('with two prices');
    expect(productProblems([SAWLOG, PULP])).toEqual([]);
  });
});

describe('what wood is worth', () => {
  it('is 3870.325 for 13,462 bf at 287.50 a thousand', () => {
    expect(mbfValue(13_462, 287.5)).toBeCloseTo(3870.325, 9);
  });

  it('converts a price between rules by their volumes, and back', () => {
    // 10 in of 16 ft: Doyle 36 bf, International 1/4 64.3 bf or so
    const logs = [{ topCm: 25.4, lengthM: 4.8768 }];
    const ratio = LOG_RULES.doyle.boardFeet(10, 16) / LOG_RULES['international-1/4'].boardFeet(10, 16);
    const converted = convertPrice(500, 'doyle', 'international-1/4', logs);
    expect(converted).toBeCloseTo(500 * ratio, 6);
    expect(convertPrice(converted ?? NaN, 'international-1/4', 'doyle', logs)).toBeCloseTo(500, 9);
    expect(convertPrice(500, 'doyle', 'scribner', [{ topCm: 8, lengthM: 4 }])).toBeNull();
  });

  it('is net of what it costs, with the error of the volume', () => {
    const costs = [
      { name: 'felling', per: 'm3', amount: 12 },
      { name: 'sorting', per: 'log', amount: 1 },
      { name: 'permit', per: 'tree', amount: 3 },
    ] as const;
    // 100 − 1.5 × 12 − 2 × 1 − 3; (100 − 18) × 0.1
    expect(netValue([{ value: 60 }, { value: 40 }], 1.5, costs, 0.1)).toEqual({
      gross: 100,
      costs: 23,
      net: 77,
      standardError: expect.closeTo(8.2, 9) as number,
    });
  });
});

describe('the worth of a stem', () => {
  const random = seededRandom(77);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const stems = Array.from({ length: 30 }, () => stem({ profile: stemOf(between(18, 60), between(12, 35)) }));

  it('never falls with one more product, a higher price or a shorter list of faults', () => {
    for (const of of stems) {
      const alone = bestCuts(of, [SAWLOG]).value;
      expect(bestCuts(of, [SAWLOG, PULP]).value).toBeGreaterThanOrEqual(alone - 1e-9);
      expect(bestCuts(of, [{ ...SAWLOG, price: 120 }]).value).toBeGreaterThanOrEqual(alone - 1e-9);
      const marred = { ...of, defects: [{ kind: 'crook', fromM: 3, toM: 3.4 } as const] };
      expect(bestCuts(marred, [SAWLOG]).value).toBeLessThanOrEqual(alone + 1e-9);
    }
  });

  it('goes with the prices: twice of each is twice the worth, by the same cuts', () => {
    for (const of of stems) {
      const once = bestCuts(of, [SAWLOG, PULP]);
      const twice = bestCuts(
        of,
        [SAWLOG, PULP].map((product) => ({ ...product, price: 2 * product.price })),
      );
      expect(twice.value).toBeCloseTo(2 * once.value, 9);
      expect(twice.cuts.map(({ fromM, product }) => [fromM, product])).toEqual(
        once.cuts.map(({ fromM, product }) => [fromM, product]),
      );
    }
  });

  it('takes its trim: two logs of 4 m with 10 cm want 8.2 m of stem', () => {
    const of = stem({ profile: stemOf(40, 30), stumpM: 0 });
    const four = { ...SAWLOG, lengthsM: [4], smallestTopCm: 20 };
    const { cuts } = bestCuts(of, [four]);
    expect(cuts.length).toBeGreaterThan(1);
    cuts.slice(1).forEach(({ fromM }, i) => {
      expect(fromM - (cuts[i]?.fromM ?? 0)).toBeGreaterThanOrEqual(4.1 - 1e-9);
    });
  });

  it('is found for a 40 m stem with twelve products on the fine grid, every log within its limits', () => {
    const products = Array.from({ length: 12 }, (_, i) => ({
      ...SAWLOG,
      name: `product ${String(i)}`,
      lengthsM: [2 + 0.5 * (i % 5), 4 + 0.3 * i],
      smallestTopCm: 8 + 2 * i,
      price: 20 + 9 * i,
    }));
    const of = stem({ profile: stemOf(70, 40) });
    const { cuts, value } = bestCuts(of, products);
    expect(value).toBeGreaterThanOrEqual(greedyCuts(of, products).value - 1e-9);
    for (const { product, topCm, lengthM } of cuts) {
      expect(topCm).toBeGreaterThanOrEqual(products[product]?.smallestTopCm ?? Infinity);
      expect(products[product]?.lengthsM.some((each) => Math.abs(each - lengthM) < 0.06)).toBe(true);
    }
  });
});

describe('cuts by hand', () => {
  it('where the best cuts go are worth as much, on 60 seeded stems', () => {
    const random = seededRandom(60);
    for (let trial = 0; trial < 60; trial += 1) {
      const of = stem({ profile: stemOf(18 + 40 * random(), 12 + 22 * random()) });
      const best = bestCuts(of, [SAWLOG, PULP]);
      expect(cutsBetween(of, [SAWLOG, PULP], sawsOf(best, [SAWLOG, PULP])).value).toBeCloseTo(best.value, 9);
    }
  });

  it.each([
    ['inches: 16 and 8 ft with 4 in of trim, on a grid of 2 in', 0.0508, [4.8768, 2.4384], 0.1016],
    ['a trim between two steps', 0.1, [4, 2.5], 0.14],
  ])('are the best cuts again in %s', (_words, stepM, lengthsM, trimM) => {
    const random = seededRandom(62);
    const products = [
      { ...SAWLOG, lengthsM, trimM },
      { ...PULP, trimM },
    ];
    for (let trial = 0; trial < 40; trial += 1) {
      const of = stem({ profile: stemOf(25 + 35 * random(), 16 + 18 * random()), stumpM: 0.3048 });
      const best = bestCuts(of, products, stepM);
      // No log begins before the trim of the one below it ends.
      best.cuts.slice(1).forEach(({ fromM }, i) => {
        const below = best.cuts[i];
        expect(fromM).toBeGreaterThanOrEqual((below?.fromM ?? 0) + (below?.lengthM ?? 0) + trimM - 1e-9);
      });
      const byHand = cutsBetween(of, products, sawsOf(best, products));
      expect(byHand.cuts).toHaveLength(best.cuts.length);
      // The last piece ends with its trim, where nothing thicker than the top is left.
      expect(Math.abs(byHand.value / best.value - 1)).toBeLessThan(1e-3);
    }
  });

  it('make of each piece the log that is worth most in it, and lose the rest of its length', () => {
    const of = stem({ profile: stemOf(40, 30), stumpM: 0.3 });
    // 4.7 m: a sawlog of 4 m with its trim, 0.6 m lost; then 2.1 m: pulpwood of 2 m; then 1 m: nothing.
    const { cuts, value } = cutsBetween(of, [SAWLOG, PULP], [5, 0.3, 7.1, 8.1]);
    expect(cuts.map(({ product, fromM, lengthM }) => [product, fromM, lengthM])).toEqual([
      [0, 0.3, 4],
      [1, 5, 2],
    ]);
    expect(value).toBeCloseTo((cuts[0]?.value ?? 0) + (cuts[1]?.value ?? 0), 9);
    expect(cutsBetween(of, [SAWLOG], [0.3, 4.3]).cuts).toEqual([]);
    expect(cutsBetween(of, [SAWLOG], [0.3]).cuts).toEqual([]);
  });

  it('are never worth more than the best ones', () => {
    const random = seededRandom(61);
    for (let trial = 0; trial < 60; trial += 1) {
      const of = stem({ profile: stemOf(20 + 30 * random(), 15 + 15 * random()) });
      const saws = Array.from({ length: 6 }, () => Math.round(10 * (0.3 + 14 * random())) / 10);
      expect(cutsBetween(of, [SAWLOG, PULP], [0.3, ...saws]).value).toBeLessThanOrEqual(
        bestCuts(of, [SAWLOG, PULP]).value + 1e-9,
      );
    }
  });
});

describe('a price that was entered', () => {
  it.each([
    ['international-1/4', 0.42, '420'],
    ['doyle', 420, null],
    ['m3', 85, null],
    ['m3', 85_000, 'Check'],
    ['piece', 0, null],
  ] as const)('per %s of %d', (unit, price, said) => {
    const doubt = priceDoubt({ unit, price });
    if (said === null) expect(doubt).toBeNull();
    else expect(inEnglish(doubt ?? '')).toContain(said);
  });
});
