/**
 * Girth of an ellipse by the arithmetic–geometric mean.
 *
 * Source: complete elliptic integral of the second kind; Abramowitz & Stegun 1964, Handbook of Mathematical Functions, 17.6.
 *
 * @param longCm longest diameter, above 0
 * @param shortCm diameter at right angles, above 0
 * @returns cm
 * @throws RangeError for a diameter that is not above 0
 * @example ellipseGirthCm(52.6, 43.1) // 150.696
 */
export function ellipseGirthCm(longCm: number, shortCm: number): number {
  if (!(longCm > 0) || !(shortCm > 0)) throw new RangeError('both diameters must be above 0');
  let a = Math.max(longCm, shortCm) / 2;
  let b = Math.min(longCm, shortCm) / 2;
  const start = a * a;
  let sum = (start - b * b) / 2;
  let power = 0.5;
  // The mean converges quadratically: ten rounds are far more than doubles can hold.
  for (let round = 0; round < 10; round += 1) {
    const c = (a - b) / 2;
    [a, b] = [(a + b) / 2, Math.sqrt(a * b)];
    power *= 2;
    sum += power * c * c;
  }
  return (2 * Math.PI * (start - sum)) / a;
}

/**
 * What a diameter tape shows on an ellipse: never less than the geometric mean of the faces, so that the basal area from a
 * tape is never too small.
 *
 * @returns cm
 */
export const tapedEllipseCm = (longCm: number, shortCm: number): number => ellipseGirthCm(longCm, shortCm) / Math.PI;

/**
 * What a diameter tape shows that lies aslant round a cylinder: the girth of the ellipse with axes d and d ÷ cos φ.
 *
 * @param diameterCm true diameter, above 0
 * @param tiltDeg how far the tape's plane is tilted, from 0 up to 60
 * @returns cm, never less than the true diameter
 * @throws RangeError for a tilt outside 0 to 60
 */
export function tiltedTapeCm(diameterCm: number, tiltDeg: number): number {
  if (!(tiltDeg >= 0 && tiltDeg <= 60))
    throw new RangeError(`tiltDeg must lie between 0 and 60, not ${String(tiltDeg)}`);
  return tapedEllipseCm(diameterCm / Math.cos((tiltDeg * Math.PI) / 180), diameterCm);
}

/**
 * Diameter under bark from the thickness of the bark on one side.
 *
 * @returns cm; 0 where there is more bark than stem
 */
export const underBarkCm = (overBarkCm: number, barkThicknessCm: number): number =>
  Math.max(0, overBarkCm - 2 * barkThicknessCm);

/** Share of the section over bark that is bark, from the ratio of the diameters under and over bark: 1 − k². */
export const barkShare = (ratio: number): number => 1 - ratio * ratio;
