import type { OtherDiameterMethod } from './diameter-choice.ts';
import type { PriceList } from './price-list.ts';
import type { FormClassRule } from './price-list.ts';
import { USUAL_BARK_RATIO, type VolumeModel } from './volume-model.ts';

/** How the wood of one species is worked out in a survey. */
export interface SpeciesWood {
  readonly speciesCode: string;
  /** By the survey’s form factor where left out. */
  readonly volume?: VolumeModel | undefined;
  /** Diameter under bark over that over it. */
  readonly barkRatio: number;
  /** Equation of its dry mass above the ground; none where left out. */
  readonly biomassGroup?: BiomassGroupId | undefined;
}

/** Species groups of Jenkins et al. 2003. */
export const BIOMASS_GROUP_IDS = [
  'aspen-alder-cottonwood-willow',
  'soft-maple-birch',
  'mixed-hardwood',
  'hard-maple-oak-hickory-beech',
  'cedar-larch',
  'douglas-fir',
  'true-fir-hemlock',
  'pine',
  'spruce',
] as const;
export type BiomassGroupId = (typeof BIOMASS_GROUP_IDS)[number];

/** How a survey counts logs of standing trees, and what a thousand board feet of them are worth. */
export interface LogSettings {
  /** Without trim, m. */
  readonly logLengthM: number;
  /** What every piece is cut longer, m. */
  readonly trimM: number;
  /** Log rule of the board feet. */
  readonly rule: FormClassRule;
  /** Girard form class, percent. */
  readonly formClass: number;
  /** Price of a thousand board feet, in the currency of the price list; nobody pays where left out. */
  readonly perThousand?: number | undefined;
  /** Prices of single products of the design, which go before that of all. */
  readonly products?: readonly ProductPrice[] | undefined;
}

/** Price of a thousand board feet of one product. */
export interface ProductPrice {
  readonly name: string;
  readonly perThousand: number;
}

/** How a survey works out wood: volume by species, where logs begin and end, what is paid for them. */
export interface WoodSettings {
  readonly species: readonly SpeciesWood[];
  readonly stumpM: number;
  /** Smallest diameter under bark that is taken, in cm. */
  readonly topCm: number;
  readonly prices: PriceList | null;
  /** The usual ones where left out. */
  readonly logs?: LogSettings | undefined;
  /** Upper diameters of a tree give its volume, also where its species has an equation or a form factor. */
  readonly upperDiametersCount?: boolean | undefined;
  /** The method whose diameter counts where a stem was measured by several; the first one kept where left out. */
  readonly diameterMethod?: OtherDiameterMethod | undefined;
}

export const WOOD_LIMITS = {
  barkRatio: { low: 0.7, high: 1 },
  stumpM: { low: 0, high: 3 },
  topCm: { low: 1, high: 100 },
  logLengthM: { low: 0.5, high: 15 },
  trimM: { low: 0, high: 1 },
  formClass: { low: 50, high: 100 },
  perThousand: { low: 0, high: 100_000 },
} as const;

const FOOT_M = 0.3048;

/** Logs of 16 ft with 0.3 ft of trim, and the form class of the printed tables. */
export const USUAL_LOGS: LogSettings = {
  logLengthM: 16 * FOOT_M,
  trimM: 0.3 * FOOT_M,
  rule: 'international-1/4',
  formClass: 78,
};

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
