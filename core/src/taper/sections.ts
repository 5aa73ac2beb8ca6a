import { message } from '../message/index.ts';

/** Volumes of round pieces from diameters: over or under bark, as the diameters are. Diameters in cm, lengths in m, m³. */

const CM2_PER_M2 = 40_000;

/** Area of a cross section, in m². */
export const crossSectionM2 = (diameterCm: number): number => (Math.PI * diameterCm * diameterCm) / CM2_PER_M2;

const HEIGHT_SOURCES = 'Prodan 1965, Holzmesslehre';

/** Mean of both ends times the length. Exact for cylinder and paraboloid; too much for cone and neiloid. */
export const smalianM3 = (largeCm: number, smallCm: number, lengthM: number): number =>
  ((crossSectionM2(largeCm) + crossSectionM2(smallCm)) / 2) * lengthM;

/** Middle times the length. Exact for cylinder and paraboloid; its error is minus half of Smalian's. */
export const huberM3 = (middleCm: number, lengthM: number): number => crossSectionM2(middleCm) * lengthM;

/** Both ends and four times the middle, over six. Exact for cylinder, paraboloid, cone and neiloid. */
export const newtonM3 = (largeCm: number, middleCm: number, smallCm: number, lengthM: number): number =>
  ((crossSectionM2(largeCm) + 4 * crossSectionM2(middleCm) + crossSectionM2(smallCm)) * lengthM) / 6;

/** A frustum of a cone. */
export const coneFrustumM3 = (largeCm: number, smallCm: number, lengthM: number): number => {
  const [g1, g2] = [crossSectionM2(largeCm), crossSectionM2(smallCm)];
  return (lengthM * (g1 + g2 + Math.sqrt(g1 * g2))) / 3;
};

/** Hossfeld: three times the section a third up from the butt, and the top. Exact for cylinder, paraboloid and cone. */
export const hossfeldM3 = (thirdCm: number, topCm: number, lengthM: number): number =>
  (lengthM / 4) * (3 * crossSectionM2(thirdCm) + crossSectionM2(topCm));

/**
 * Pressler: two thirds of the basal area times the height at which the stem is half as thick as at breast height, with
 * half of breast height added.
 *
 * @param halfDiameterHeightM above the ground
 */
export const presslerM3 = (dbhCm: number, halfDiameterHeightM: number, breastHeightM: number): number =>
  (2 / 3) * crossSectionM2(dbhCm) * (halfDiameterHeightM + breastHeightM / 2);

/**
 * Height at which half of a paraboloid's volume lies above, and half below: where the section for the centroid method is
 * taken.
 *
 * @param fromM where the piece begins; it ends at the tip
 */
export const centroidHeightM = (heightM: number, fromM = 0): number => heightM - (heightM - fromM) / Math.SQRT2;

/**
 * Volume by one section at the centroid, a paraboloid giving the shape: g × V ÷ g of the paraboloid, which is
 * g × (H − from) ÷ √2.
 *
 * Source: Wood, Wiant, Loy & Miles 1990, Centroid sampling: a variant of importance sampling.
 */
export const centroidM3 = (centroidCm: number, heightM: number, fromM = 0): number =>
  (crossSectionM2(centroidCm) * (heightM - fromM)) / Math.SQRT2;

/** A diameter measured on a stem. */
export interface Section {
  readonly heightM: number;
  readonly diameterCm: number;
}

/** Sections by rising height. */
const rising = (sections: readonly Section[]): Section[] => [...sections].sort((a, b) => a.heightM - b.heightM);

const sumOfPieces = (
  sections: readonly Section[],
  piece: (largeCm: number, smallCm: number, lengthM: number) => number,
): number => {
  const sorted = rising(sections);
  return sorted.slice(1).reduce((sum, { heightM, diameterCm }, i) => {
    const below = sorted[i];
    return below === undefined ? sum : sum + piece(below.diameterCm, diameterCm, heightM - below.heightM);
  }, 0);
};

/** Sections at uneven heights, piece by piece after Smalian. */
export const sectionsSmalianM3 = (sections: readonly Section[]): number => sumOfPieces(sections, smalianM3);

/** Sections at uneven heights, as frusta of cones. */
export const sectionsConeM3 = (sections: readonly Section[]): number => sumOfPieces(sections, coneFrustumM3);

/**
 * Sections at uneven heights, a natural cubic spline through their areas: Σ h (g₁ + g₂) ÷ 2 − h³ (M₁ + M₂) ÷ 24.
 *
 * It may overshoot between sections that are far apart; the monotone profile does not.
 *
 * @param sections three or more, at different heights
 */
export function sectionsSplineM3(sections: readonly Section[]): number {
  const sorted = rising(sections);
  const n = sorted.length;
  const g = sorted.map(({ diameterCm }) => crossSectionM2(diameterCm));
  const step = sorted.slice(1).map(({ heightM }, i) => heightM - (sorted[i]?.heightM ?? 0));
  // Second derivatives by the tridiagonal system of the natural spline; Thomas' algorithm.
  const m = new Array<number>(n).fill(0);
  const upper = new Array<number>(n).fill(0);
  const right = new Array<number>(n).fill(0);
  for (let i = 1; i < n - 1; i += 1) {
    const [h0 = 1, h1 = 1] = [step[i - 1], step[i]];
    const [g0 = 0, g1 = 0, g2 = 0] = [g[i - 1], g[i], g[i + 1]];
    const pivot = 2 * (h0 + h1) - h0 * (upper[i - 1] ?? 0);
    upper[i] = h1 / pivot;
    right[i] = (6 * ((g2 - g1) / h1 - (g1 - g0) / h0) - h0 * (right[i - 1] ?? 0)) / pivot;
  }
  for (let i = n - 2; i > 0; i -= 1) m[i] = (right[i] ?? 0) - (upper[i] ?? 0) * (m[i + 1] ?? 0);
  return step.reduce(
    (sum, h, i) => sum + (h * ((g[i] ?? 0) + (g[i + 1] ?? 0))) / 2 - (h ** 3 * ((m[i] ?? 0) + (m[i + 1] ?? 0))) / 24,
    0,
  );
}

/** Ways to a volume from diameters of a piece, with what each is exact for. */
export const SECTION_METHODS = {
  smalian: {
    name: message('taper.sections.name', 'Smalian'),
    words: message('taper.sections.words', 'mean of both ends'),
    source: HEIGHT_SOURCES,
  },
  huber: {
    name: message('taper.sections.huber', 'Huber'),
    words: message('taper.sections.middle-only', 'middle only'),
    source: HEIGHT_SOURCES,
  },
  newton: {
    name: message('taper.sections.newton', 'Newton'),
    words: message('taper.sections.both-ends-and-four-times', 'both ends and four times the middle'),
    source: HEIGHT_SOURCES,
  },
} as const;
