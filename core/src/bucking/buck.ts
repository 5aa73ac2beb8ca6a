import { type Cut, cutAt, logValue, type StemToCut, TOUCHING_M } from './products.ts';
import type { Product } from '../protocol/index.ts';

/** A way to cut a stem, from the stump up. */
export interface Bucking {
  readonly cuts: readonly Cut[];
  readonly value: number;
}

/** The grid on which cuts are looked for, in m. */
export const CUT_STEP_M = 0.1;

const stepsOf = (metres: number, stepM: number): number => Math.round(metres / stepM);

/** The places on a stem where a cut may begin, counted in steps from the stump. */
const placesOn = ({ profile, stumpM, topCm }: StemToCut, stepM: number): number =>
  Math.max(0, Math.floor((profile.heightAtM(topCm) - stumpM) / stepM + 1e-9));

/** A length of a product: logs begin on the grid, and are as long as the product asks. */
interface Option {
  readonly product: number;
  readonly lengthM: number;
  /** Length and trim in steps, rounded up: no log goes short. */
  readonly taken: number;
}

const optionsOf = (products: readonly Product[], stepM: number): Option[] =>
  products.flatMap(({ lengthsM, trimM }, product) =>
    lengthsM
      .filter((lengthM) => lengthM > 0)
      .map((lengthM) => ({ product, lengthM, taken: Math.ceil((lengthM + trimM) / stepM - TOUCHING_M) })),
  );

/** Diameters at the top ends of logs of a length, by the place that they begin at. */
function topsOf({ profile, stumpM }: StemToCut, lengthM: number, diameters: Float64Array, stepM: number): Float64Array {
  const steps = stepsOf(lengthM, stepM);
  const isOnGrid = Math.abs(steps * stepM - lengthM) < TOUCHING_M;
  const tops = new Float64Array(diameters.length);
  const onGrid = isOnGrid ? Math.max(0, diameters.length - steps) : 0;
  tops.set(diameters.subarray(steps, steps + onGrid));
  for (let place = onGrid; place < tops.length; place += 1)
    tops[place] = profile.diameterCm(stumpM + place * stepM + lengthM);
  return tops;
}

/**
 * For each place, where the next defect begins that a product may not have and that does not end below: in m. Null where it
 * may have every defect of the stem.
 */
function nextMarred(
  { defects, stumpM }: StemToCut,
  { allows }: Product,
  places: number,
  stepM: number,
): Float64Array | null {
  const marring = defects.filter(({ kind }) => !allows.includes(kind));
  if (marring.length === 0) return null;
  return Float64Array.from({ length: places + 1 }, (_, place) =>
    Math.min(
      Infinity,
      ...marring.filter(({ toM }) => toM > stumpM + place * stepM + TOUCHING_M).map(({ fromM }) => fromM),
    ),
  );
}

/** An option with everything that the search asks of it, on one stem. */
interface Candidate extends Option {
  readonly wanted: Product;
  /** Diameters at its top end, by the place that it begins at. */
  readonly tops: Float64Array;
  readonly smallestTopCm: number;
  readonly largestButtCm: number;
  /** Above the ground: by the height of the stem and by the limit of the product. */
  readonly highestEndM: number;
  readonly marred: Float64Array | null;
}

function candidatesOn(
  stem: StemToCut,
  products: readonly Product[],
  diameters: Float64Array,
  stepM: number,
): Candidate[] {
  const marred = products.map((product) => nextMarred(stem, product, diameters.length - 1, stepM));
  return optionsOf(products, stepM).flatMap((option) => {
    const wanted = products[option.product];
    if (wanted === undefined) return [];
    const { trimM, belowM = Infinity, smallestTopCm, largestButtCm = Infinity } = wanted;
    return [
      {
        ...option,
        wanted,
        tops: topsOf(stem, option.lengthM, diameters, stepM),
        smallestTopCm: Math.max(smallestTopCm, stem.topCm),
        largestButtCm,
        highestEndM: Math.min(stem.profile.heightM - trimM, belowM) + TOUCHING_M,
        marred: marred[option.product] ?? null,
      },
    ];
  });
}

/**
 * The cuts that are worth most: from the top down, the best of leaving a step as waste and of every log that can begin
 * there.
 *
 * Source: Bellman 1957, dynamic programming; Pnevmaticos & Mann 1972 for stems.
 *
 * @param stepM grid on which logs begin
 */
export function bestCuts(stem: StemToCut, products: readonly Product[], stepM = CUT_STEP_M): Bucking {
  const { profile, stumpM } = stem;
  const places = placesOn(stem, stepM);
  const worth = new Float64Array(places + 1);
  const chosen = new Int32Array(places + 1).fill(-1);
  const diameters = new Float64Array(places + 1);
  for (let place = 0; place <= places; place += 1) diameters[place] = profile.diameterCm(stumpM + place * stepM);
  const options = candidatesOn(stem, products, diameters, stepM);
  for (let place = places - 1; place >= 0; place -= 1) {
    const buttCm = diameters[place] ?? 0;
    const fromM = stumpM + place * stepM;
    let best = worth[place + 1] ?? 0;
    for (let i = 0; i < options.length; i += 1) {
      const option = options[i];
      if (option === undefined || buttCm > option.largestButtCm) continue;
      const endCm = option.tops[place] ?? 0;
      const toM = fromM + option.lengthM;
      if (endCm < option.smallestTopCm || toM > option.highestEndM) continue;
      if (option.marred !== null && (option.marred[place] ?? 0) < toM - TOUCHING_M) continue;
      const total =
        logValue(option.wanted, buttCm, endCm, option.lengthM) + (worth[Math.min(places, place + option.taken)] ?? 0);
      if (total > best) {
        best = total;
        chosen[place] = i;
      }
    }
    worth[place] = best;
  }
  const cuts: Cut[] = [];
  for (let place = 0; place < places;) {
    const at = worth[place] === worth[place + 1] ? -1 : (chosen[place] ?? -1);
    const option = options[at];
    if (option === undefined) {
      place += 1;
      continue;
    }
    const { lengthM, taken, wanted, tops } = option;
    const [buttCm, endCm] = [diameters[place] ?? 0, tops[place] ?? 0];
    cuts.push({
      product: option.product,
      fromM: stumpM + place * stepM,
      lengthM,
      buttCm,
      topCm: endCm,
      value: logValue(wanted, buttCm, endCm, lengthM),
    });
    place += taken;
  }
  return { cuts, value: cuts.reduce((sum, { value }) => sum + value, 0) };
}

/** The cuts of somebody who takes, at each place, the log that is worth most there; nothing ahead is thought of. */
export function greedyCuts(stem: StemToCut, products: readonly Product[], stepM = CUT_STEP_M): Bucking {
  const places = placesOn(stem, stepM);
  const options = optionsOf(products, stepM);
  const cuts: Cut[] = [];
  for (let place = 0; place < places;) {
    const fromM = stem.stumpM + place * stepM;
    const candidates = options.flatMap(({ product, taken, lengthM }) => {
      const cut = cutAt(stem, products, { product, fromM, lengthM });
      return cut === null ? [] : [{ cut, taken }];
    });
    const [best] = candidates.sort((a, b) => b.cut.value - a.cut.value);
    if (best === undefined || !(best.cut.value > 0)) place += 1;
    else {
      cuts.push(best.cut);
      place += best.taken;
    }
  }
  return { cuts, value: cuts.reduce((sum, { value }) => sum + value, 0) };
}

/** Two saws nearer than this are one: finer than any grid, inches among them, coarser than the digits of a sum. In m. */
const SAME_SAW_M = 1e-6;

/** Where the saw goes for these cuts, from the stump up: at each log’s butt and behind its trim. */
export function sawsOf({ cuts }: Bucking, products: readonly Product[]): number[] {
  const saws = cuts.flatMap(({ product, fromM, lengthM }) => [
    fromM,
    fromM + lengthM + (products[product]?.trimM ?? 0),
  ]);
  return [...new Set(saws.map((saw) => Math.round(saw / SAME_SAW_M) * SAME_SAW_M))].sort((a, b) => a - b);
}

/**
 * The cuts of somebody who has chosen where the saw goes: each piece is the log that is worth most in it, the rest of its
 * length being lost; a piece that no product takes is waste.
 *
 * @param saws heights above the ground in m, in any order
 */
export function cutsBetween(stem: StemToCut, products: readonly Product[], saws: readonly number[]): Bucking {
  const rising = [...saws].sort((a, b) => a - b);
  const cuts = rising.slice(1).flatMap((toM, i): Cut[] => {
    const fromM = rising[i] ?? toM;
    const fitting = products.flatMap(({ lengthsM, trimM }, product) =>
      lengthsM
        .filter((lengthM) => lengthM + trimM <= toM - fromM + 2 * SAME_SAW_M)
        .flatMap((lengthM) => cutAt(stem, products, { product, fromM, lengthM }) ?? []),
    );
    const [best] = fitting.sort((a, b) => b.value - a.value);
    return best === undefined ? [] : [best];
  });
  return { cuts, value: cuts.reduce((sum, { value }) => sum + value, 0) };
}
