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
      const cut = cutAt(stem, products, { product, fromM: stem.stumpM + place * stepM, lengthM });
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
