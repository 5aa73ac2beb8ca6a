/** How the drawing kit shapes a crown, and the plot plan its sign. */
export type CrownForm = 'layered' | 'spire' | 'dome';

export interface Species {
  /** Short code that crews call out, lower case, unique in a survey. */
  readonly code: string;
  readonly name: string;
  readonly crown: CrownForm;
  /** Thicker stems are asked about. */
  readonly largestDbhCm?: number | undefined;
  /** Faster growth of dbh is asked about, in cm a year. */
  readonly fastestGrowthCmPerYear?: number | undefined;
}

/** A code is two to five small letters; a digit would look like a reading. */
export const SPECIES_CODE = /^[a-z]{2,5}$/;

/** Limits of what can be entered for a species. */
export const SPECIES_LIMITS = {
  largestDbhCm: { low: 5, high: 600 },
  fastestGrowthCmPerYear: { low: 0.05, high: 10 },
} as const;

/**
 * Species to choose from when a survey is made. The largest dbh and the fastest growth are screening limits of this
 * project, drawn wide: beyond them one looks again, nothing is refused.
 */
export const COMMON_SPECIES: readonly Species[] = [
  { code: 'sp', name: 'Scots pine', crown: 'layered', largestDbhCm: 150, fastestGrowthCmPerYear: 1.5 },
  { code: 'bt', name: 'Beech', crown: 'dome', largestDbhCm: 220, fastestGrowthCmPerYear: 1.5 },
  { code: 'po', name: 'Pyrenean oak', crown: 'dome', largestDbhCm: 180, fastestGrowthCmPerYear: 1.2 },
  { code: 'ch', name: 'Sweet chestnut', crown: 'dome', largestDbhCm: 400, fastestGrowthCmPerYear: 2.5 },
  { code: 'ns', name: 'Norway spruce', crown: 'spire', largestDbhCm: 170, fastestGrowthCmPerYear: 1.8 },
  { code: 'df', name: 'Douglas-fir', crown: 'spire', largestDbhCm: 250, fastestGrowthCmPerYear: 2.5 },
  { code: 'la', name: 'Larch', crown: 'layered', largestDbhCm: 180, fastestGrowthCmPerYear: 1.8 },
  { code: 'bi', name: 'Silver birch', crown: 'dome', largestDbhCm: 100, fastestGrowthCmPerYear: 1.5 },
  { code: 'ash', name: 'Ash', crown: 'dome', largestDbhCm: 200, fastestGrowthCmPerYear: 2 },
  { code: 'li', name: 'Lime', crown: 'dome', largestDbhCm: 280, fastestGrowthCmPerYear: 1.8 },
  { code: 'pl', name: 'Plane', crown: 'dome', largestDbhCm: 350, fastestGrowthCmPerYear: 3 },
  { code: 'hb', name: 'Hackberry', crown: 'dome', largestDbhCm: 180, fastestGrowthCmPerYear: 2 },
  { code: 'rp', name: 'Shortleaf pine', crown: 'layered', largestDbhCm: 120, fastestGrowthCmPerYear: 1.8 },
  { code: 'wo', name: 'White oak', crown: 'dome', largestDbhCm: 250, fastestGrowthCmPerYear: 1.5 },
  { code: 'ro', name: 'Southern red oak', crown: 'dome', largestDbhCm: 220, fastestGrowthCmPerYear: 2 },
  { code: 'mh', name: 'Mockernut hickory', crown: 'dome', largestDbhCm: 120, fastestGrowthCmPerYear: 1.2 },
  { code: 'yp', name: 'Yellow-poplar', crown: 'dome', largestDbhCm: 250, fastestGrowthCmPerYear: 2.5 },
];
