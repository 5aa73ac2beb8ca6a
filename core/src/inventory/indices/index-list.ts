import { DOMINANT_HEIGHT } from './dominant-height.ts';
import { LOREY_HEIGHT } from './lorey-height.ts';
import { RELATIVE_DENSITY } from './relative-density.ts';
import { RELATIVE_SPACING } from './relative-spacing.ts';
import { SHANNON_INDEX } from './shannon-index.ts';
import { STAND_DENSITY_INDEX, SUMMED_DENSITY_INDEX } from './stand-density-index.ts';
import type { StandIndex } from './stand-index.ts';

/** Every index of a stand, in the order of the report. API, results and report are made from this list. */
export const STAND_INDICES = [
  LOREY_HEIGHT,
  DOMINANT_HEIGHT,
  STAND_DENSITY_INDEX,
  SUMMED_DENSITY_INDEX,
  RELATIVE_SPACING,
  RELATIVE_DENSITY,
  SHANNON_INDEX,
] as const satisfies readonly StandIndex[];

export type StandIndexId = (typeof STAND_INDICES)[number]['id'];
