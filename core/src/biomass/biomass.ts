import { message } from '../message/index.ts';

/** Biomass, dry, and the carbon in it. */

/**
 * Species groups of Jenkins et al., kg dry above ground = exp(b0 + b1 ln dbh in cm), with the root mean square error of its
 * logarithm. Source: Jenkins et al. 2003, Forest Science 49:12, table 4.
 */
export const BIOMASS_GROUPS = {
  'aspen-alder-cottonwood-willow': {
    name: message('volume.biomass.name', 'aspen, alder, cottonwood, willow'),
    b0: -2.2094,
    b1: 2.3867,
    rmseLn: 0.507441,
  },
  'soft-maple-birch': {
    name: message('volume.biomass.soft-maple-birch', 'soft maple, birch'),
    b0: -1.9123,
    b1: 2.3651,
    rmseLn: 0.491685,
  },
  'mixed-hardwood': {
    name: message('volume.biomass.mixed-hardwood', 'mixed hardwood'),
    b0: -2.48,
    b1: 2.4835,
    rmseLn: 0.360458,
  },
  'hard-maple-oak-hickory-beech': {
    name: message('volume.biomass.hard-maple-oak-hickory-beech', 'hard maple, oak, hickory, beech'),
    b0: -2.0127,
    b1: 2.4342,
    rmseLn: 0.236483,
  },
  'cedar-larch': {
    name: message('volume.biomass.cedar-larch', 'cedar, larch'),
    b0: -2.0336,
    b1: 2.2592,
    rmseLn: 0.294574,
  },
  'douglas-fir': { name: 'Douglas-fir', b0: -2.2304, b1: 2.4435, rmseLn: 0.218712 },
  'true-fir-hemlock': {
    name: message('volume.biomass.true-fir-hemlock', 'true fir, hemlock'),
    b0: -2.5384,
    b1: 2.4814,
    rmseLn: 0.182329,
  },
  pine: { name: message('volume.biomass.pine', 'pine'), b0: -2.5356, b1: 2.4349, rmseLn: 0.253781 },
  spruce: { name: message('volume.biomass.spruce', 'spruce'), b0: -2.0773, b1: 2.3323, rmseLn: 0.250424 },
  woodland: {
    name: message('volume.biomass.woodland-by-the-diameter-at', 'woodland: by the diameter at the root collar'),
    b0: -0.7152,
    b1: 1.7029,
    rmseLn: 0.384331,
  },
} as const;

export type BiomassGroup = keyof typeof BIOMASS_GROUPS;

/** Thinner stems are no trees to these equations, in cm. */
export const LEAST_BIOMASS_DBH_CM = 2.5;

/**
 * Dry mass above the ground, in kg; null below 2.5 cm.
 *
 * Source: Jenkins et al. 2003, Forest Science 49:12.
 *
 * @param dbhCm of the woodland group, the diameter at the root collar
 */
export function aboveGroundKg(group: BiomassGroup, dbhCm: number): number | null {
  if (!(dbhCm >= LEAST_BIOMASS_DBH_CM)) return null;
  const { b0, b1 } = BIOMASS_GROUPS[group];
  return Math.exp(b0 + b1 * Math.log(dbhCm));
}

/**
 * Standard error of the mass by an equation as a share of it: √(exp(s²) − 1), s of the logarithm.
 *
 * Source: Jenkins et al. 2003, Forest Science 49:12, table 4, for s.
 *
 * @example massErrorShare('pine') // 0.258
 */
export const massErrorShare = (group: BiomassGroup): number =>
  Math.sqrt(Math.exp(BIOMASS_GROUPS[group].rmseLn ** 2) - 1);

const COMPONENTS = {
  hardwood: { foliage: [-4.0813, 5.8816], roots: [-1.6911, 0.816], bark: [-2.0129, -1.6805], wood: [-0.3065, -5.424] },
  softwood: { foliage: [-2.9584, 4.4766], roots: [-1.5619, 0.6614], bark: [-2.098, -1.1432], wood: [-0.3737, -1.8055] },
} as const;

/** Parts of a tree as shares of its mass above the ground; the roots are a ratio to that, not a part of it. */
export interface ComponentShares {
  readonly foliage: number;
  readonly stemBark: number;
  readonly stemWood: number;
  readonly branches: number;
  readonly coarseRoots: number;
}

/** Shares of the parts: exp(b0 + b1 ÷ dbh); branches are what is left. Source: Jenkins et al. 2003. */
export function componentShares(kind: keyof typeof COMPONENTS, dbhCm: number): ComponentShares {
  const of = COMPONENTS[kind];
  const share = ([b0, b1]: readonly [number, number]): number => Math.exp(b0 + b1 / dbhCm);
  const [foliage, stemBark, stemWood] = [share(of.foliage), share(of.bark), share(of.wood)];
  return { foliage, stemBark, stemWood, branches: 1 - foliage - stemBark - stemWood, coarseRoots: share(of.roots) };
}

/**
 * Dry mass above the ground of a tropical tree, in kg.
 *
 * Source: Chave et al. 2014, Global Change Biology 20:3177.
 *
 * @param densityGPerCm3 basic density of the wood
 * @param by the height in m, or the environmental stress E where no height was measured
 */
export function tropicalKg(
  dbhCm: number,
  densityGPerCm3: number,
  by: { readonly heightM: number } | { readonly stress: number },
): number {
  if ('heightM' in by) return 0.0673 * (densityGPerCm3 * dbhCm * dbhCm * by.heightM) ** 0.976;
  const logD = Math.log(dbhCm);
  return Math.exp(-1.803 - 0.976 * by.stress + 0.976 * Math.log(densityGPerCm3) + 2.673 * logD - 0.0299 * logD * logD);
}

/** Carbon in dry wood: the default of IPCC 2006, and the older round figure. */
export const CARBON_FRACTIONS = [0.47, 0.5] as const;
const CO2_PER_CARBON = 44 / 12;

export const carbonKg = (dryKg: number, fraction: number = CARBON_FRACTIONS[0]): number => dryKg * fraction;
export const co2Kg = (dryKg: number, fraction: number = CARBON_FRACTIONS[0]): number =>
  carbonKg(dryKg, fraction) * CO2_PER_CARBON;

/** Mass of green wood, in t: solid volume times basic density, and the water on top. @param moisturePct on a dry basis */
export const greenMassT = (solidM3: number, basicDensityTPerM3: number, moisturePct: number): number =>
  solidM3 * basicDensityTPerM3 * (1 + moisturePct / 100);
