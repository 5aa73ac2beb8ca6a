import type { MaxBurkhartCoefficients } from '@arbolito/core/protocol';
import { maxBurkhartProfile } from '@arbolito/core/taper';
import { normal, type Random } from '@arbolito/core/statistics';

/** A section of a felled pine of Monte Valdeliro. */
export interface FelledSection {
  readonly dbhCm: number;
  readonly heightM: number;
  readonly atM: number;
  readonly diameterCm: number;
}

/** The form of the invented pines. */
export const PINE_FORM: MaxBurkhartCoefficients = { b: [-3.1, 1.5, -1.55, 32], a: [0.74, 0.12] };
const SCATTER = 0.025;
/** Where a stem is taped, as shares of its height. */
const SHARES = [0.01, 0.03, 0.06, 0.1, 0.15, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9] as const;

const round = (value: number, decimals: number): number => Number(value.toFixed(decimals));

/** Sections of felled pines, scattered by 2.5 % about the form that they were made from. */
export const felledPineSections = (random: Random, stems: number): FelledSection[] =>
  Array.from({ length: stems }, () => {
    const dbhCm = round(16 + 36 * random(), 1);
    const heightM = round(1.3 + 27 * Math.exp(-13 / dbhCm) * Math.exp(normal(random, 0, 0.06)), 1);
    return { dbhCm, heightM };
  }).flatMap((tree) => {
    const outcome = maxBurkhartProfile(tree, PINE_FORM, 1.3);
    if (!outcome.ok) return [];
    return SHARES.map((share) => {
      const atM = round(share * tree.heightM, 2);
      return { ...tree, atM, diameterCm: round(outcome.profile.diameterCm(atM) * (1 + normal(random, 0, SCATTER)), 1) };
    });
  });
