import 'reflect-metadata';
import type { Measure } from '@arbolito/core/measurement';
import { UNIT_IDS, type UnitId } from '@arbolito/core/units';
import {
  AUXILIARY_LIMITS,
  FORM_CLASS_RULES,
  type FormClassRule,
  PLOT_SLOPE_LIMITS_PCT,
  type PlotRegeneration,
  REGENERATION_CLASS_IDS,
  REGENERATION_LIMITS,
  type RegenerationClass,
  type RegenerationCount,
  SPECIES_CODE,
} from '@arbolito/core/protocol';
import { type HeightNotes, MAX_STEMS_PER_TREE, MEASURES, TAG, type TreeNotes } from '@arbolito/core/tree';
import { IsBoolean, IsObject, IsOptional, IsUUID } from 'class-validator';
import {
  Holds,
  IsDay,
  IsLine,
  IsListOf,
  IsMoment,
  IsOmittable,
  IsOneOf,
  IsPart,
  IsShaped,
  IsWhole,
  IsWithin,
} from './decorators.ts';
import { TapingDto } from './taping.ts';
import { HeightNotesDto, TreeNotesDto } from './tree-notes.ts';
import { WrittenDto } from './written.ts';

/** Enough for the most stems with four readings each, and the most heights with as many. */
export const READINGS_PER_TREE = 200;
/** Longest call-out line. */
export const LONGEST_LINE = 300;

const TAG_SHAPE = 'a tag of up to 12 letters, digits and dashes';

export class ReadingDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsOneOf(MEASURES)
  measure!: Measure;

  /** Number of the stem it was taken on; the first where left out. */
  @IsOptional()
  @IsWhole(1, MAX_STEMS_PER_TREE)
  stem?: number;

  /** Number of the height it belongs to; the first where left out. */
  @IsOptional()
  @IsWhole(2, 99)
  heightNo?: number;

  @IsLine(60)
  methodId!: string;

  @IsLine(30)
  key!: string;

  @IsWithin(-1_000_000, 1_000_000)
  value!: number;

  @IsOneOf(UNIT_IDS)
  unit!: UnitId;

  /** The reading as it was typed or called out. */
  @IsLine(60)
  asRead!: string;

  @IsOptional()
  @IsWithin(0, 1_000_000)
  standardError?: number;

  /** Number of the try. Several tries of one reading count with their mean. */
  @IsWithin(1, 99)
  try!: number;

  /** Left out of the mean of its tries, by a person. */
  @IsOptional()
  @IsBoolean({ message: 'must be true or false' })
  excluded?: boolean;

  @IsMoment()
  takenAt!: string;
}

export class StemDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsWhole(2, MAX_STEMS_PER_TREE)
  ordinal!: number;
}

/** Most facts that one change names, and the longest text of one. */
const [MOST_FACTS, LONGEST_FACT] = [150, 20_000] as const;

const areFacts = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  Object.keys(value).length <= MOST_FACTS &&
  Object.values(value).every((text) => typeof text === 'string' && text.length <= LONGEST_FACT);

/** What a change found of the facts that it changes. Without it, a change is taken whatever others have done meanwhile. */
const IsSeen = (): PropertyDecorator => (target, property) => {
  IsOmittable()(target, property);
  IsObject({ message: 'must be texts by the names of facts' })(target, property);
  Holds(areFacts, `must be at most ${String(MOST_FACTS)} texts by the names of facts`)(target, property);
};

class TreeReadingsDto extends WrittenDto {
  @IsListOf(() => ReadingDto, {
    words: 'readings',
    most: READINGS_PER_TREE,
    unique: { by: ({ id }) => id, words: 'id' },
  })
  readings!: ReadingDto[];

  /** Identifiers of the stems behind the first, for those that are new. */
  @IsOptional()
  @IsListOf(() => StemDto, {
    words: 'stems with id and ordinal',
    most: MAX_STEMS_PER_TREE,
    unique: { by: ({ ordinal }) => ordinal, words: 'ordinal' },
  })
  stems?: StemDto[];
}

/** A tree's readings with what was noted of how it was taped. */
export class TapedReadingsDto extends TreeReadingsDto {
  @IsOptional()
  @IsPart(() => TapingDto, 'notes with found, mark and reason')
  taping?: TapingDto | undefined;

  /** The heights beside the first, which one counts, whether the top is broken. */
  @IsOptional()
  @IsPart(() => HeightNotesDto, 'notes on heights')
  heights?: HeightNotes | undefined;

  /** State, fork, how often it counts, where it stands. */
  @IsOptional()
  @IsPart(() => TreeNotesDto, 'notes on a tree')
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

  /** The facts that it changes, as they were before. The other facts stay as they are on the record. */
  @IsSeen()
  seen?: Record<string, string>;
}

/** A delete or an undo: who, on what, when. */
export class ActDto extends WrittenDto {
  @IsMoment()
  madeAt!: string;
}

export class TreeDeletionDto extends ActDto {
  /** All facts of the tree, as they were before. */
  @IsSeen()
  seen?: Record<string, string>;
}

/** What is to change of a plot: the rest stays as it is. */
class RegenerationCountDto implements RegenerationCount {
  @IsShaped(SPECIES_CODE, 'a code of two to five small letters')
  speciesCode!: string;

  @IsOneOf(REGENERATION_CLASS_IDS)
  heightClass!: RegenerationClass;

  @IsWhole(REGENERATION_LIMITS.count.low, REGENERATION_LIMITS.count.high)
  count!: number;
}

class PlotRegenerationDto implements PlotRegeneration {
  /** Of all subplots of the plot together, level. */
  @IsWithin(REGENERATION_LIMITS.areaM2.low, REGENERATION_LIMITS.areaM2.high, 'm²')
  areaM2!: number;

  @IsListOf(() => RegenerationCountDto, {
    words: 'counts with speciesCode, heightClass and count',
    least: 0,
    most: REGENERATION_LIMITS.counts,
    unique: {
      by: ({ speciesCode, heightClass }) => `${speciesCode} ${heightClass}`,
      words: 'species and height class',
    },
  })
  counts!: RegenerationCountDto[];
}

export class PlotCorrectionDto extends ActDto {
  /** The fields that it changes, as they were before. */
  @IsSeen()
  seen?: Record<string, string>;

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

  /** What was counted on its regeneration subplots. */
  @IsOmittable()
  @IsPart(() => PlotRegenerationDto, 'areaM2 and counts')
  regeneration?: PlotRegeneration;
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
  @IsListOf(() => AuxiliaryValueDto, {
    words: 'figures with id, plotId and auxiliary',
    least: 1,
    most: AUXILIARY_VALUES_AT_A_TIME,
    unique: { by: ({ plotId }) => plotId, words: 'plotId' },
  })
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
  @IsOneOf(['metric', 'imperial'])
  unitSystem?: 'metric' | 'imperial';

  @IsOptional()
  @IsWithin(0.1, 600, 'cm')
  dbhCm?: number;

  @IsOptional()
  @IsWithin(0.1, 130, 'm')
  heightM?: number;
}

/** A standing tree as the form-class tables know it. */
export class StandingBoardFeetDto {
  @IsOneOf(FORM_CLASS_RULES)
  rule!: FormClassRule;

  /** Over bark. */
  @IsWithin(6, 80, 'in')
  dbhIn!: number;

  /** 16-ft logs, halves allowed. */
  @IsWithin(0.5, 12)
  logs!: number;

  /** Girard form class. */
  @IsWithin(60, 95, '%')
  formClass!: number;
}
