/** The share of the cylinder over basal area and height that the stem fills. */
export interface FormFactor {
  /** Above 0, up to 1. */
  readonly value: number;
  readonly standardError: number;
}

/** Middle of the usual span of forest trees. State your own where you have one. */
export const USUAL_FORM_FACTOR: FormFactor = { value: 0.45, standardError: 0.05 };

export const FORM_FACTOR_LIMITS = { low: 0.2, high: 0.8 } as const;

/** Forms that an equation can have; `user` is a text in D (cm) and H (m). */
export type EquationForm =
  | { readonly form: 'combined-variable'; readonly a: number; readonly b: number }
  | { readonly form: 'schumacher-hall'; readonly a: number; readonly b: number; readonly c: number }
  | { readonly form: 'form-factor'; readonly f: number }
  | { readonly form: 'honer'; readonly b2: number; readonly c1: number; readonly c2: number }
  | { readonly form: 'denzin' }
  | { readonly form: 'user'; readonly text: string };

/** A volume equation as data: what it says, of which trees, and how far it may be trusted. */
export interface VolumeEquation {
  readonly id: string;
  readonly name: string;
  readonly of: EquationForm;
  readonly species: string;
  readonly region: string;
  readonly bark: 'over' | 'under';
  /** Diameter at which the wood ends, in cm; the whole stem where left out. */
  readonly topCm?: number;
  /** Diameters and heights that it was made from; left out where nobody knows. */
  readonly rangeCm?: readonly [number, number];
  readonly rangeM?: readonly [number, number];
  /** The source states no range: this one is assumed. */
  readonly rangeIsAssumed?: boolean;
  /** Height of the dbh that it was fitted with, m. */
  readonly breastHeightM?: number;
  readonly confidence: 'high' | 'medium' | 'own';
  readonly source: string;
}

/** How the volume of a species is worked out in a survey, where it is not by the survey’s form factor. */
export type VolumeModel =
  | {
      readonly by: 'equation';
      readonly equation: VolumeEquation;
      /** Standard error of one tree’s volume, as a share of it. */
      readonly errorShare: number;
    }
  | {
      readonly by: 'profile';
      readonly taper: TaperChoice;
      readonly errorShare: number;
      /** Of the species: takes the bark off diameters of the tree’s own; the usual one where left out. */
      readonly barkRatio?: number;
    };

/** What a volume’s share of error may be. */
export const VOLUME_ERROR_LIMITS = { low: 0, high: 1 } as const;

/** Of one tree by a table or a taper that is not its own: what tables that come with their error say, or near it. */
export const USUAL_VOLUME_ERROR_SHARE = 0.1;

/** A model of form with its coefficients, as it is chosen for a species and kept. */
export type TaperChoice =
  | { readonly model: 'solids' }
  | ({ readonly model: 'kozak' } & KozakCoefficients)
  | { readonly model: 'ormerod'; readonly p: number }
  | ({ readonly model: 'max-burkhart' } & MaxBurkhartCoefficients)
  | {
      readonly model: 'behre';
      readonly formClassPct: number;
      /** Diameter under bark over that over it, at breast height; the usual one where left out. */
      readonly barkRatio?: number;
    };

export const TAPER_MODELS = ['solids', 'kozak', 'ormerod', 'max-burkhart', 'behre'] as const;

/** Diameter under bark over that over it, of species without one of their own: the middle of bark tables of forest trees. */
export const USUAL_BARK_RATIO = 0.93;

export interface KozakCoefficients {
  readonly b1: number;
  readonly b2: number;
}

export interface MaxBurkhartCoefficients {
  readonly b: readonly [number, number, number, number];
  /** Joints as shares of the height: the upper, then the lower. */
  readonly a: readonly [number, number];
}
