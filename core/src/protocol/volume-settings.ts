import type { PriceList } from './price-list.ts';
import { USUAL_BARK_RATIO, type VolumeModel } from './volume-model.ts';

/** How the wood of one species is worked out in a survey. */
export interface SpeciesWood {
  readonly speciesCode: string;
  /** By the survey’s form factor where left out. */
  readonly volume?: VolumeModel | undefined;
  /** Diameter under bark over that over it. */
  readonly barkRatio: number;
}

/** How a survey works out wood: volume by species, where logs begin and end, what is paid for them. */
export interface WoodSettings {
  readonly species: readonly SpeciesWood[];
  readonly stumpM: number;
  /** Smallest diameter under bark that is taken, in cm. */
  readonly topCm: number;
  readonly prices: PriceList | null;
}

export const WOOD_LIMITS = {
  barkRatio: { low: 0.7, high: 1 },
  stumpM: { low: 0, high: 3 },
  topCm: { low: 1, high: 100 },
} as const;

/** A survey that has settled nothing: form factor, seven centimetres, no prices. */
export const USUAL_WOOD: WoodSettings = { species: [], stumpM: 0.3, topCm: 7, prices: null };
/** A volume model with what the species says of its bark: a form class needs it below the first log, and
 * diameters of a tree’s own where the volume is under bark. */
export const withBark = (volume: VolumeModel, barkRatio: number): VolumeModel =>
  volume.by === 'equation'
    ? volume
    : {
        ...volume,
        barkRatio,
        taper: volume.taper.model === 'behre' ? { ...volume.taper, barkRatio } : volume.taper,
      };

/** The ways to a volume by species code, as the sums of a tree ask for them. */
export const volumesOf = ({ species }: WoodSettings): Readonly<Record<string, VolumeModel>> =>
  Object.fromEntries(
    species.flatMap(({ speciesCode, volume, barkRatio }) =>
      volume === undefined ? [] : [[speciesCode, withBark(volume, barkRatio)]],
    ),
  );

export const barkRatioOf = ({ species }: WoodSettings, speciesCode: string): number =>
  species.find((each) => each.speciesCode === speciesCode)?.barkRatio ?? USUAL_BARK_RATIO;
