import { message, type Text } from '../message/index.ts';

/** Height classes of stems that are thinner than the survey's smallest dbh. */
export const REGENERATION_CLASSES = {
  seedling: message('protocol.regeneration.seedling', 'below 30 cm'),
  'small-sapling': message('protocol.regeneration.small-sapling', '30 to 130 cm'),
  sapling: message('protocol.regeneration.sapling', 'above 130 cm'),
} as const satisfies Readonly<Record<string, Text>>;
export type RegenerationClass = keyof typeof REGENERATION_CLASSES;

export const REGENERATION_CLASS_IDS = Object.keys(REGENERATION_CLASSES) as readonly RegenerationClass[];

export interface RegenerationCount {
  readonly speciesCode: string;
  readonly heightClass: RegenerationClass;
  readonly count: number;
}

/** What was counted on the regeneration subplots of a plot. No counts: somebody looked, and there were none. */
export interface PlotRegeneration {
  /** Level area of all its subplots together, m². */
  readonly areaM2: number;
  readonly counts: readonly RegenerationCount[];
}

export const REGENERATION_LIMITS = {
  areaM2: { low: 0.5, high: 1000 },
  count: { low: 1, high: 10_000 },
  counts: 300,
} as const;
