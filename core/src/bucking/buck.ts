import { cutAt, type Cut, type Product, type StemToCut } from './products.ts';

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

/**
 * The cuts that are worth most: from the top down, the best of leaving a step as waste and of every log that can begin
 * there.
 *
 * Source: Bellman 1957, dynamic programming; Pnevmaticos & Mann 1972 for stems.
 *
 * @param stepM grid of the cuts; lengths and trims are rounded to it
 */
export function bestCuts(stem: StemToCut, products: readonly Product[], stepM = CUT_STEP_M): Bucking {
  const places = placesOn(stem, stepM);
  const worth = new Float64Array(places + 1);
  const chosen: (Cut | null)[] = new Array<Cut | null>(places + 1).fill(null);
  const lastStep = stepsOf(stem.profile.heightM - stem.stumpM, stepM);
  const diameters = Float64Array.from({ length: places + 1 }, (_, i) =>
    stem.profile.diameterCm(stem.stumpM + i * stepM),
  );
  const diameterAt = (metres: number): number => diameters[stepsOf(metres - stem.stumpM, stepM)] ?? 0;
  const options = products.flatMap(({ lengthsM, trimM }, product) =>
    lengthsM.map((lengthM) => ({
      product,
      lengthM: stepsOf(lengthM, stepM) * stepM,
      steps: stepsOf(lengthM, stepM),
      taken: stepsOf(lengthM, stepM) + stepsOf(trimM, stepM),
    })),
  );
  for (let place = places - 1; place >= 0; place -= 1) {
    let best = worth[place + 1] ?? 0;
    for (const { product, lengthM, steps, taken } of options) {
      if (steps === 0 || place + steps > places || place + taken > lastStep) continue;
      const cut = cutAt(stem, products, { product, fromM: stem.stumpM + place * stepM, lengthM }, diameterAt);
      if (cut === null) continue;
      const total = cut.value + (worth[Math.min(places, place + taken)] ?? 0);
      if (total > best) {
        best = total;
        chosen[place] = cut;
      }
    }
    worth[place] = best;
  }
  const cuts: Cut[] = [];
  for (let place = 0; place < places;) {
    const cut = chosen[place] ?? null;
    if (cut === null || worth[place] === worth[place + 1]) place += 1;
    else {
      cuts.push(cut);
      place += stepsOf(cut.lengthM, stepM) + stepsOf(products[cut.product]?.trimM ?? 0, stepM);
    }
  }
  return { cuts, value: cuts.reduce((sum, { value }) => sum + value, 0) };
}

/** The cuts of somebody who takes, at each place, the log that is worth most there; nothing ahead is thought of. */
export function greedyCuts(stem: StemToCut, products: readonly Product[], stepM = CUT_STEP_M): Bucking {
  const places = placesOn(stem, stepM);
  const cuts: Cut[] = [];
  for (let place = 0; place < places;) {
    const fromM = stem.stumpM + place * stepM;
    const candidates = products.flatMap(({ lengthsM, trimM }, product) =>
      lengthsM.flatMap((length) => {
        const steps = stepsOf(length, stepM);
        const cut = place + steps > places ? null : cutAt(stem, products, { product, fromM, lengthM: steps * stepM });
        return cut === null || steps === 0 ? [] : [{ cut, taken: steps + stepsOf(trimM, stepM) }];
      }),
    );
    const [best] = candidates.sort((a, b) => b.cut.value - a.cut.value);
    if (best === undefined || !(best.cut.value > 0)) place += 1;
    else {
      cuts.push(best.cut);
      place += best.taken;
    }
  }
  return { cuts, value: cuts.reduce((sum, { value }) => sum + value, 0) };
}

/** Where the saw goes for these cuts, from the stump up: at each log’s butt and behind its trim. */
export function sawsOf({ cuts }: Bucking, products: readonly Product[]): number[] {
  const saws = cuts.flatMap(({ product, fromM, lengthM }) => [
    fromM,
    fromM + lengthM + (products[product]?.trimM ?? 0),
  ]);
  return [...new Set(saws.map((saw) => Math.round(saw * 1000) / 1000))].sort((a, b) => a - b);
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
        .filter((lengthM) => lengthM + trimM <= toM - fromM + 1e-9)
        .flatMap((lengthM) => cutAt(stem, products, { product, fromM, lengthM }) ?? []),
    );
    const [best] = fitting.sort((a, b) => b.value - a.value);
    return best === undefined ? [] : [best];
  });
  return { cuts, value: cuts.reduce((sum, { value }) => sum + value, 0) };
}
