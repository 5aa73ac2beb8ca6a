import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { bench, describe } from 'vitest';
import { bestCuts, CUT_STEP_M } from '@arbolito/core/bucking';
import { fitEveryCurve } from '@arbolito/core/height-curve';
import type { Product } from '@arbolito/core/protocol';
import { normal, seededRandom } from '@arbolito/core/statistics';
import { englishOf } from '@arbolito/core/message';
import { emptyStandWood, standWood } from '@arbolito/core/volume';
import {
  fitMaxBurkhart,
  LOBLOLLY,
  maxBurkhartProfile,
  ormerodTaper,
  solidsProfile,
  type TaperSections,
} from '@arbolito/core/taper';

const STEMS = 100_000;
const P = 0.72;
const CUT = {
  stumpM: 0.3,
  topCm: 15,
  logM: 16.3 * 0.3048,
  barkRatio: 0.93,
  rule: 'international-1/4',
  breastHeightM: 1.3,
} as const;
const random = seededRandom(3);
const stems = {
  dbhCm: Float64Array.from({ length: STEMS }, () => 15 + 50 * random()),
  heightM: Float64Array.from({ length: STEMS }, () => 12 + 25 * random()),
};
const taper = ormerodTaper({ p: P }, 1.3);
if (!taper.ok) throw new Error(englishOf(taper.problem.message));
const own = emptyStandWood(STEMS);
const bare = emptyStandWood(STEMS);

/** The same sums, written out for this taper and this rule alone. */
function bareLoop(): void {
  const power = 2 * P + 1;
  const overTop = CUT.topCm / CUT.barkRatio;
  const feet = CUT.logM / 0.3048;
  const bf = (d: number, l: number): number =>
    0.04976191 * l * d * d +
    0.006220239 * l * l * d -
    0.1854762 * l * d +
    0.0002591767 * l ** 3 -
    0.01159226 * l * l +
    0.04222222 * l;
  for (let i = 0; i < STEMS; i += 1) {
    const d = stems.dbhCm[i] ?? NaN;
    const h = stems.heightM[i] ?? NaN;
    const above = h - 1.3;
    const end = h - above * (overTop / d) ** (1 / P);
    bare.volumeM3[i] = 0;
    bare.boardFeet[i] = 0;
    if (end <= CUT.stumpM) continue;
    const integral = ((h - CUT.stumpM) / above) ** power - ((h - end) / above) ** power;
    bare.volumeM3[i] = ((Math.PI * CUT.barkRatio ** 2) / 40_000) * ((d * d * above * integral) / power);
    let sum = 0;
    let at = CUT.stumpM + CUT.logM;
    for (; at <= end; at += CUT.logM)
      sum += Math.max(0, bf((d * ((h - at) / above) ** P * CUT.barkRatio) / 2.54, feet));
    at -= CUT.logM / 2;
    if (at <= end) sum += Math.max(0, bf((d * ((h - at) / above) ** P * CUT.barkRatio) / 2.54, feet / 2));
    bare.boardFeet[i] = sum;
  }
}

bareLoop();
standWood(taper.model, stems, CUT, own);
for (let i = 0; i < STEMS; i += 1) {
  const [a = 0, b = NaN] = [own.boardFeet[i], bare.boardFeet[i]];
  if (!(Math.abs(a - b) < 1e-6)) throw new Error(`stem ${String(i)}: ${String(a)} is not ${String(b)} board feet`);
}

describe('volume and International 1/4 board feet of 100,000 stems', () => {
  bench('baseline: a bare loop over typed arrays for this taper alone', bareLoop);
  bench('the kernel that takes any taper and any rule', () => {
    standWood(taper.model, stems, CUT, own);
  });
});

const rows = Array.from({ length: 250 }, () => ({ dbhCm: 18 + 35 * random(), heightM: 15 + 18 * random() })).flatMap(
  (tree) => {
    const outcome = maxBurkhartProfile(tree, LOBLOLLY, 1.3);
    if (!outcome.ok) throw new Error(englishOf(outcome.problem.message));
    return Array.from({ length: 20 }, (_, i) => {
      const atM = ((i + 0.3) / 20) ** 1.4 * tree.heightM;
      return {
        ...tree,
        atM,
        diameterCm: Math.max(0.3, outcome.profile.diameterCm(atM) * (1 + normal(random, 0, 0.03))),
      };
    });
  },
);
const sections: TaperSections = {
  dbhCm: Float64Array.from(rows, ({ dbhCm }) => dbhCm),
  heightM: Float64Array.from(rows, ({ heightM }) => heightM),
  atM: Float64Array.from(rows, ({ atM }) => atM),
  diameterCm: Float64Array.from(rows, ({ diameterCm }) => diameterCm),
  breastHeightM: 1.3,
};
const z = rows.map(({ atM, heightM }) => atM / heightM);
const y = rows.map(({ diameterCm, dbhCm }) => (diameterCm / dbhCm) ** 2);
const model =
  ([b1 = 0, b2 = 0, b3 = 0, b4 = 0, a1 = 0, a2 = 0]: number[]) =>
  (x: number): number =>
    b1 * (x - 1) + b2 * (x * x - 1) + b3 * Math.max(0, a1 - x) ** 2 + b4 * Math.max(0, a2 - x) ** 2;
const general = () =>
  levenbergMarquardt({ x: z, y }, model, {
    initialValues: [-3, 1.5, -1.5, 40, 0.7, 0.12],
    maxIterations: 60,
    errorTolerance: 1e-12,
    damping: 1e-3,
    gradientDifference: 1e-6,
    centralDifference: true,
  });
const generalSum = (() => {
  const fit = model(general().parameterValues);
  return z.reduce((sum, x, i) => sum + ((y[i] ?? 0) - fit(x)) ** 2, 0);
})();
const ownFit = fitMaxBurkhart(sections);
if (!ownFit.ok || !(ownFit.fit.residualSum <= generalSum * (1 + 1e-6)))
  throw new Error(`the fit leaves ${String(ownFit.ok && ownFit.fit.residualSum)}, the package ${String(generalSum)}`);

describe('Max and Burkhart fitted to 5,000 sections, no more left than by the package', () => {
  bench(
    'baseline: ml-levenberg-marquardt, the general least-squares package',
    () => {
      general();
    },
    { iterations: 3, time: 500 },
  );
  bench('the fit of this project', () => {
    fitMaxBurkhart(sections);
  });
});

const products: readonly Product[] = Array.from({ length: 12 }, (_, i) => ({
  name: `product ${String(i)}`,
  lengthsM: [2 + 0.5 * (i % 5), 4 + 0.3 * i],
  trimM: 0.1,
  smallestTopCm: 8 + 2 * i,
  allows: [],
  unit: 'm3',
  price: 20 + 9 * i,
}));
const tall = solidsProfile({ dbhCm: 70, heightM: 40 }, 1.3);
if (!tall.ok) throw new Error(englishOf(tall.problem.message));
const stem = { profile: tall.profile, stumpM: 0.3, topCm: 7, defects: [] };
/** The same search for these products alone: cubic metres by Smalian, no defects, columns made beforehand. */
function bareCuts(): number {
  const stepM = CUT_STEP_M;
  const places = Math.floor((stem.profile.heightAtM(stem.topCm) - stem.stumpM) / stepM + 1e-9);
  const diameters = Float64Array.from({ length: places + 1 }, (_, i) =>
    stem.profile.diameterCm(stem.stumpM + i * stepM),
  );
  const options = products.flatMap(({ lengthsM, trimM, smallestTopCm, price }) =>
    lengthsM.map((lengthM) => ({ lengthM, trimM, leastCm: Math.max(smallestTopCm, stem.topCm), price })),
  );
  const lengths = Float64Array.from(options, ({ lengthM }) => lengthM);
  const taken = Int32Array.from(options, ({ lengthM, trimM }) => Math.ceil((lengthM + trimM) / stepM - 1e-9));
  const ends = Float64Array.from(options, ({ trimM }) => stem.profile.heightM - trimM + 1e-9);
  const least = Float64Array.from(options, ({ leastCm }) => leastCm);
  const price = Float64Array.from(options, (option) => option.price);
  const tops = options.map(({ lengthM }) =>
    diameters.map((_, i) => stem.profile.diameterCm(stem.stumpM + i * stepM + lengthM)),
  );
  const worth = new Float64Array(places + 1);
  for (let place = places - 1; place >= 0; place -= 1) {
    const butt = diameters[place] ?? 0;
    let best = worth[place + 1] ?? 0;
    for (let i = 0; i < options.length; i += 1) {
      const top = tops[i]?.[place] ?? 0;
      const length = lengths[i] ?? 0;
      if (top < (least[i] ?? 0) || stem.stumpM + place * stepM + length > (ends[i] ?? 0)) continue;
      const volume = ((Math.PI * (butt * butt + top * top)) / 80_000) * length;
      const total = volume * (price[i] ?? 0) + (worth[Math.min(places, place + (taken[i] ?? 0))] ?? 0);
      if (total > best) best = total;
    }
    worth[place] = best;
  }
  return worth[0] ?? 0;
}

if (!(Math.abs(bareCuts() / bestCuts(stem, products).value - 1) < 1e-9)) throw new Error('the cuts differ in value');

describe('the best cuts of a 40 m stem from twelve products; goal: 4 times the baseline', () => {
  bench('baseline: a bare dynamic programme for these products', () => {
    bareCuts();
  });
  bench('every cut on the 10 cm grid, at most 4', () => {
    bestCuts(stem, products);
  });
});

const pairs = Array.from({ length: 3_000 }, () => {
  const dbhCm = 7 + 60 * random();
  return { dbhCm, heightM: 1.3 + 30 * (1 - Math.exp(-dbhCm / 25)) ** 1.2 + normal(random, 0, 1) };
});
const naslund =
  ([a1 = 0, b1 = 0]: number[]) =>
  (d: number): number =>
    1.3 + (d / (a1 + b1 * d)) ** 2;
const oneByPackage = () =>
  levenbergMarquardt({ x: pairs.map(({ dbhCm }) => dbhCm), y: pairs.map(({ heightM }) => heightM) }, naslund, {
    initialValues: [2, 0.15],
    maxIterations: 8,
    errorTolerance: 1e-12,
    damping: 1e-3,
    gradientDifference: 1e-6,
    centralDifference: true,
  });
const left = (() => {
  const fit = naslund(oneByPackage().parameterValues);
  return pairs.reduce((sum, { dbhCm, heightM }) => sum + (heightM - fit(dbhCm)) ** 2, 0);
})();
const ownNaslund = fitEveryCurve(pairs, 1.3).find(({ model: id }) => id === 'naslund');
if (!(Math.abs((ownNaslund?.residualSum ?? NaN) / left - 1) < 1e-6))
  throw new Error(`the fit leaves ${String(ownNaslund?.residualSum)}, the package ${String(left)}`);

describe('seven height curves of 3,000 trees; goal: 12 times the baseline', () => {
  bench('baseline: one fit of ml-levenberg-marquardt', () => {
    oneByPackage();
  });
  bench('all seven models, at most 12', () => {
    fitEveryCurve(pairs, 1.3);
  });
});
