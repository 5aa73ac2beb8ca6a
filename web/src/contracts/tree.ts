import 'reflect-metadata';
import type { Measure } from '@arbolito/core/method';
import { UNIT_IDS, type UnitId } from '@arbolito/core/quantity';
import { TAG } from '@arbolito/core/survey';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsObject,
  IsOptional,
  IsUUID,
  ValidateNested,
} from 'class-validator';
import { IsLine, IsMoment, IsShaped, IsWithin } from './decorators.ts';
import { WrittenDto } from './written.ts';

export const READINGS_PER_TREE = 40;
/** Longest call-out line. */
export const LONGEST_LINE = 300;

const TAG_SHAPE = 'a tag of up to 12 letters, digits and dashes';

export class ReadingDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsIn(['diameter', 'height'], { message: 'must be diameter or height' })
  measure!: Measure;

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
  attempt!: number;

  @IsMoment()
  takenAt!: string;
}

class TreeReadingsDto extends WrittenDto {
  @IsArray({ message: 'must be a list of readings' })
  @ArrayMaxSize(READINGS_PER_TREE, { message: `takes at most ${READINGS_PER_TREE} readings` })
  @ArrayUnique((reading: ReadingDto | null) => reading?.id, { message: 'has one reading twice' })
  @ValidateNested({ each: true, message: 'must hold readings' })
  @Type(() => ReadingDto)
  readings!: ReadingDto[];
}

export class NewTreeDto extends TreeReadingsDto {
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
export class TreeCorrectionDto extends TreeReadingsDto {
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

export class PlotCorrectionDto extends ActDto {
  @IsBoolean({ message: 'must be true or false' })
  finished!: boolean;
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
