import 'reflect-metadata';
import type { Measure } from '@arbolito/core/measurement';
import { UNIT_IDS, type UnitId } from '@arbolito/core/units';
import { AUXILIARY_LIMITS, isTapedTree, PLOT_SLOPE_LIMITS_PCT, type TapedTree } from '@arbolito/core/protocol';
import {
  type HeightNotes,
  isHeightNotes,
  isTreeNotes,
  MAX_STEMS_PER_TREE,
  MEASURES,
  TAG,
  type TreeNotes,
} from '@arbolito/core/tree';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsUUID,
  ValidateNested,
} from 'class-validator';
import { IsDay, IsKnown, IsLine, IsMoment, IsShaped, IsWithin } from './decorators.ts';
import { WrittenDto } from './written.ts';

/** Enough for the most stems with four readings each, and the most heights with as many. */
export const READINGS_PER_TREE = 200;
/** Longest call-out line. */
export const LONGEST_LINE = 300;

const TAG_SHAPE = 'a tag of up to 12 letters, digits and dashes';

export class ReadingDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsIn(MEASURES, { message: `must be one of ${MEASURES.join(', ')}` })
  measure!: Measure;

  /** Number of the stem it was taken on; the first where left out. */
  @IsOptional()
  @IsInt({ message: 'must be a whole number' })
  @IsWithin(1, MAX_STEMS_PER_TREE)
  stem?: number;

  /** Number of the height it belongs to; the first where left out. */
  @IsOptional()
  @IsInt({ message: 'must be a whole number' })
  @IsWithin(2, 99)
  heightNo?: number;

  @IsLine(60)
  methodId!: string;

  @IsLine(30)
  key!: string;

  @IsWithin(-1_000_000, 1_000_000)
  value!: number;

  @IsIn(UNIT_IDS, { message: `must be one of ${UNIT_IDS.join(', ')}` })
  unit!: UnitId;

  /** The reading as it was typed or called out. */
  @IsLine(60)
  asRead!: string;

  @IsOptional()
  @IsWithin(0, 1_000_000)
  standardError?: number;

  @IsWithin(1, 99)
  try!: number;

  @IsMoment()
  takenAt!: string;
}

export class StemDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsInt({ message: 'must be a whole number' })
  @IsWithin(2, MAX_STEMS_PER_TREE)
  ordinal!: number;
}

export class TapingDto {
  /** The tree as it was found. */
  @IsOptional()
  @IsKnown(isTapedTree, 'a tree as the guide describes it: ground, leanDeg, trunks, swelling, each within its limits')
  found?: TapedTree | undefined;

  /** What marks the point on the bark. */
  @IsOptional()
  @IsLine(120)
  mark?: string | undefined;

  /** Why the tape lies elsewhere than at the visit before. */
  @IsOptional()
  @IsLine(300)
  reason?: string | undefined;
}

class TreeReadingsDto extends WrittenDto {
  @IsArray({ message: 'must be a list of readings' })
  @ArrayMaxSize(READINGS_PER_TREE, { message: `takes at most ${READINGS_PER_TREE} readings` })
  @ArrayUnique((reading: ReadingDto | null) => reading?.id, { message: 'has one reading twice' })
  @ValidateNested({ each: true, message: 'must hold readings' })
  @Type(() => ReadingDto)
  readings!: ReadingDto[];

  /** Identifiers of the stems behind the first, for those that are new. */
  @IsOptional()
  @IsArray({ message: 'must be a list of stems' })
  @ArrayMaxSize(MAX_STEMS_PER_TREE, { message: `takes at most ${MAX_STEMS_PER_TREE} stems` })
  @ArrayUnique((stem: StemDto | null) => stem?.ordinal, { message: 'has one number twice' })
  @ValidateNested({ each: true, message: 'must hold stems with id and ordinal' })
  @Type(() => StemDto)
  stems?: StemDto[];
}

/** A tree's readings with what was noted of how it was taped. */
class TapedReadingsDto extends TreeReadingsDto {
  @IsOptional()
  @IsObject({ message: 'must be notes with found, mark and reason' })
  @ValidateNested({ message: 'must be notes with found, mark and reason' })
  @Type(() => TapingDto)
  taping?: TapingDto | undefined;

  /** The heights beside the first, which one counts, whether the top is broken. */
  @IsOptional()
  @IsKnown(
    isHeightNotes,
    'notes on heights: others (each with heightNo, of, sameStation), kept and broken, at most twelve heights and six from one stand',
  )
  heights?: HeightNotes | undefined;

  /** State, fork, how often it counts, where it stands. */
  @IsOptional()
  @IsKnown(
    isTreeNotes,
    'notes on a tree: conditions (codes of the survey), fork (2 to 9), counts (2 to 4), bearingDeg (0 to 360), awayM (0 to 200)',
  )
  notes?: TreeNotes | undefined;
}

export class NewTreeDto extends TapedReadingsDto {
  @IsUUID(undefined, { message: 'must be the UUID of a plot' })
  plotId!: string;

  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  observationId!: string;

  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  stemId!: string;

  @IsShaped(TAG, TAG_SHAPE)
  tag!: string;

  @IsLine(5)
  speciesCode!: string;

  @IsMoment()
  observedAt!: string;
}

/** A changed tree as it should stand: what is left out of `readings` goes out of use. */
export class TreeCorrectionDto extends TapedReadingsDto {
  @IsShaped(TAG, TAG_SHAPE)
  tag!: string;

  @IsLine(5)
  speciesCode!: string;

  @IsMoment()
  madeAt!: string;
}

/** A delete or an undo: who, on what, when. */
export class ActDto extends WrittenDto {
  @IsMoment()
  madeAt!: string;
}

/** What is to change of a plot: the rest stays as it is. */
export class PlotCorrectionDto extends ActDto {
  @IsOptional()
  @IsBoolean({ message: 'must be true or false' })
  finished?: boolean;

  /** Somebody has looked, and there is no tree. */
  @IsOptional()
  @IsBoolean({ message: 'must be true or false' })
  empty?: boolean;

  @IsOptional()
  @IsWithin(PLOT_SLOPE_LIMITS_PCT.low, PLOT_SLOPE_LIMITS_PCT.high, '%')
  slopePct?: number;

  @IsOptional()
  @IsWithin(0, 360, 'degrees from north')
  aspectDeg?: number;

  @IsOptional()
  @IsWithin(-90, 90, 'degrees')
  latitude?: number;

  @IsOptional()
  @IsWithin(-180, 180, 'degrees')
  longitude?: number;

  @IsOptional()
  @IsLine(120)
  ground?: string;

  @IsOptional()
  @IsDay()
  measuredOn?: string;

  @IsOptional()
  @IsLine(60)
  crew?: string;

  /** What was told of it at a glance, where the survey looks twice. */
  @IsOptional()
  @IsWithin(AUXILIARY_LIMITS.low, AUXILIARY_LIMITS.high)
  auxiliary?: number;
}

/** The quick figure of one plot; `id` names the correction that it becomes. */
export class AuxiliaryValueDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsUUID(undefined, { message: 'must be the UUID of a plot' })
  plotId!: string;

  @IsWithin(AUXILIARY_LIMITS.low, AUXILIARY_LIMITS.high)
  auxiliary!: number;
}

export const AUXILIARY_VALUES_AT_A_TIME = 1_000;

/** Quick figures of many plots of a survey at once. */
export class AuxiliaryValuesDto extends ActDto {
  @IsArray({ message: 'must be a list of figures' })
  @ArrayMinSize(1, { message: 'needs at least one figure' })
  @ArrayMaxSize(AUXILIARY_VALUES_AT_A_TIME, { message: `takes at most ${AUXILIARY_VALUES_AT_A_TIME} figures` })
  @ArrayUnique((figure: AuxiliaryValueDto | null) => figure?.plotId, { message: 'has one plot twice' })
  @ValidateNested({ each: true, message: 'must hold figures with id, plotId and auxiliary' })
  @Type(() => AuxiliaryValueDto)
  figures!: AuxiliaryValueDto[];
}

/** New readings for a tree, in place of those of the same measures. */
export class NewReadingsDto extends TreeReadingsDto {
  @IsUUID(undefined, { message: 'must be the UUID of a tree' })
  treeId!: string;

  @IsMoment()
  madeAt!: string;
}

/** A tree as a call-out line. `id` becomes the tree's identifier. */
export class CalloutDto extends WrittenDto {
  @IsUUID(undefined, { message: 'must be the UUID of a plot' })
  plotId!: string;

  @IsLine(LONGEST_LINE)
  line!: string;

  @IsMoment()
  observedAt!: string;
}

/** Readings to compute with, by key: `"+62 %"` as typed, `62` in the usual unit, or `{ value, unit, standardError }`. */
export class ComputeDto {
  @IsOptional()
  @IsLine(60)
  method?: string;

  @IsObject({ message: 'must be an object of readings by key, such as {"top": "+62 %"}' })
  readings!: Record<string, unknown>;

  @IsOptional()
  @IsIn(['metric', 'imperial'], { message: 'must be metric or imperial' })
  unitSystem?: 'metric' | 'imperial';

  @IsOptional()
  @IsWithin(0.1, 600, 'cm')
  dbhCm?: number;

  @IsOptional()
  @IsWithin(0.1, 130, 'm')
  heightM?: number;
}
