import type { PlotShape } from '../protocol/index.ts';

/** How far the volume of a tree may be off, by where the error comes from. */
export interface VolumeError {
  /** Of its own readings, in m³; one tree’s has nothing to do with another’s. */
  readonly measuredM3: number;
  /** Of a height from a curve, in m³: of this tree about the curve, and of the curve itself, which its trees share. */
  readonly curve?: { readonly treeM3: number; readonly sharedM3: number; readonly name: string } | undefined;
  /** Of the equation or form factor, as a share of the volume; trees of one name share it. */
  readonly model: { readonly share: number; readonly name: string };
}

/** What the sums need to know of a tree. */
export interface TalliedTree {
  readonly speciesCode: string;
  /** As recorded; null while no diameter can be worked out. */
  readonly dbhCm: number | null;
  /** As read, where the rounding rule recorded another one: it decides which trees the plot takes. */
  readonly readDbhCm?: number | undefined;
  /** As measured. */
  readonly heightM: number | null;
  readonly volumeM3: number | null;
  /** Dead trees have sums of their own. */
  readonly dead?: boolean | undefined;
  /** Twice where it stands in for trees beyond the edge; once where left out. */
  readonly multiplicity?: number | undefined;
  /** Height by the curve, where none was measured. */
  readonly curveHeightM?: number | undefined;
  /** The volume is by a height from the height curve. */
  readonly byCurve?: boolean | undefined;
  /** The curve that gave its height. */
  readonly curve?: UsedCurve | undefined;
  readonly volumeError?: VolumeError | undefined;
  /** What its volume was guessed to be, where the survey guesses every tree. */
  readonly predictedVolumeM3?: number | undefined;
  /** Product by a code of the tree or by what its stem gives, null for none; by its dbh where left out. */
  readonly product?: string | null | undefined;
  /** Board feet by its logs; where left out, nobody counted them. */
  readonly boardFeet?: number | undefined;
}

/** A height curve as far as one has to know who used it: of which species, or of all, and made from which diameters. */
export interface UsedCurve {
  readonly speciesCode: string | null;
  readonly rangeCm: readonly [number, number];
}

/** A plot without its trees. */
export interface PlotOutline {
  readonly shape: PlotShape;
  /** The stratum that it lies in; one stratum where left out. */
  readonly stratumId?: string | undefined;
  /** What was told of it at a glance, where the survey looks twice: trees counted in, or another quick figure. */
  readonly auxiliary?: number | null | undefined;
}

export interface TalliedPlot extends PlotOutline {
  readonly trees: readonly TalliedTree[];
}

export interface StratumArea {
  readonly id: string;
  readonly areaHa: number | null;
  /** Points of the first phase that fell into it, where the shares of the strata were sampled. */
  readonly pointsCounted?: number | null | undefined;
}

/** Whether its diameter could be worked out. */
export const hasDbh = (tree: TalliedTree): tree is TalliedTree & { readonly dbhCm: number } => tree.dbhCm !== null;

/** The dbh as read: it gives the expansion factor and the limiting distance. */
export const readDbhOf = ({ readDbhCm, dbhCm }: Pick<TalliedTree, 'dbhCm' | 'readDbhCm'>): number | null =>
  readDbhCm ?? dbhCm;

/** Its measured height, else the one of the curve; null where there is neither. */
export const heightOfTallied = ({ heightM, curveHeightM }: TalliedTree): number | null =>
  heightM ?? curveHeightM ?? null;

/** How many trees it stands in for. */
export const multiplicityOf = ({ multiplicity = 1 }: TalliedTree): number => multiplicity;
