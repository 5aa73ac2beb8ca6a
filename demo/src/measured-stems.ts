import { normal, type Random } from '@arbolito/core/statistics';

/** A felled beech of Monte Valdeliro, as its sections were put together. */
export interface FelledStem {
  readonly dbhCm: number;
  readonly heightM: number;
  readonly volumeM3: number;
}

/** Volume over bark of the invented beeches: 0.015 + 3.6 × 10⁻⁵ D² H, in m³, cm and m. */
export const BEECH_VOLUME = { a: 0.015, b: 3.6e-5 } as const;
const SCATTER = 0.07;

const round = (value: number, decimals: number): number => Number(value.toFixed(decimals));

/** Felled stems with their dbh, height and volume, scattered by 7 % about the equation that they were made from. */
export const felledBeeches = (random: Random, count: number): FelledStem[] =>
  Array.from({ length: count }, () => {
    const dbhCm = round(14 + 44 * random(), 1);
    const heightM = round(1.3 + 31 * Math.exp(-15 / dbhCm) * Math.exp(normal(random, 0, 0.07)), 1);
    const size = dbhCm * dbhCm * heightM;
    return {
      dbhCm,
      heightM,
      volumeM3: round((BEECH_VOLUME.a + BEECH_VOLUME.b * size) * (1 + normal(random, 0, SCATTER)), 3),
    };
  });
