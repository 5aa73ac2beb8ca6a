/** Cubic content of logs by the trade's own measures. */

const SQUARE_CM_PER_M2 = 10_000;
const M3_PER_FT3 = 0.3048 ** 3;

/** Volume of a log by a quarter of its girth: 0.7854 of the true cylinder. Girth in cm, length in m, result in m³. */
export const quarterGirthM3 = (girthCm: number, lengthM: number): number =>
  ((girthCm / 4) ** 2 * lengthM) / SQUARE_CM_PER_M2;

/** Hoppus feet of a log, a trade rule: a quarter of the girth squared. Girth in inches, length in feet. */
export const hoppusFt = (girthIn: number, lengthFt: number): number => ((girthIn / 4) ** 2 * lengthFt) / 144;

/** True cubic feet in a Hoppus foot: 4 ÷ π. */
export const FT3_PER_HOPPUS_FT = 4 / Math.PI;

/** The diameter that the JAS rule takes: rounded down to 1 cm below 14 cm, to 2 cm from there on. */
export const jasDiameterCm = (dibCm: number): number => (dibCm < 14 ? Math.floor(dibCm) : Math.floor(dibCm / 2) * 2);

/** From this length on the JAS rule adds to the diameter for taper, in m. */
const JAS_LONG_M = 6;

/**
 * Volume by the Japanese Agricultural Standard, a trade rule, in m³.
 *
 * @param dibCm under bark at the small end; rounded down by the rule
 */
export function jasM3(dibCm: number, lengthM: number): number {
  const d = jasDiameterCm(dibCm);
  const taperCm = lengthM >= JAS_LONG_M ? (Math.floor(lengthM) - 4) / 2 : 0;
  return ((d + taperCm) ** 2 * lengthM) / SQUARE_CM_PER_M2;
}

/** Space of a cord, stacked, in ft³. */
export const CORD_FT3 = 128;
/** Solid wood in a cord of 128 ft³: the usual span, in ft³. */
export const SOLID_FT3_PER_CORD = { low: 79, high: 90 } as const;
/** Stacked cubic metres in a cord. */
export const STERES_PER_CORD = CORD_FT3 * M3_PER_FT3;

/** Solid wood in cords, in m³. */
export const cordsSolidM3 = (cords: number, solidFt3PerCord: number): number => cords * solidFt3PerCord * M3_PER_FT3;

/** Cords that so much solid wood stacks to. */
export const cordsOf = (solidM3: number, solidFt3PerCord: number): number => solidM3 / (solidFt3PerCord * M3_PER_FT3);
