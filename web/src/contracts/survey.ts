import 'reflect-metadata';
import {
  AUXILIARY_LIMITS,
  BREAST_HEIGHT_LIMITS_M,
  type CrownForm,
  FORM_FACTOR_LIMITS,
  isSurveyDesign,
  PLOT_AREA_LIMITS_M2,
  PLOT_SLOPE_LIMITS_PCT,
  type PlotShape,
  POINTS_LIMITS,
  SPECIES_CODE,
  SPECIES_LIMITS,
  type SurveyDesign,
} from '@arbolito/core/protocol';
import { readOutlines } from '@arbolito/core/layout';
import { SLOPE_UNITS, type SlopeUnit, type UnitSystem } from '@arbolito/core/units';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsObject,
  IsOptional,
  IsUUID,
  ValidateNested,
} from 'class-validator';
import { IsDay, IsKnown, IsLine, IsShaped, IsSound, IsWhole, IsWithin } from './decorators.ts';
import { FieldRulesDto } from './field-rules.ts';
import { WrittenDto } from './written.ts';

/** Limits of a survey's settings, shared by form and server. */
export const SURVEY_LIMITS = {
  eyeHeightM: { low: 0.5, high: 2.5 },
  breastHeightM: BREAST_HEIGHT_LIMITS_M,
  stratumAreaHa: { low: 0.001, high: 1_000_000 },
  plotsAtOnce: 500,
} as const;

const PLOT_LABEL = /^[\p{L}\d][\p{L}\d-]{0,11}$/u;
const PLOT_LABEL_WORDS = 'a label of up to 12 letters, digits and dashes';

export class SpeciesDto {
  @IsShaped(SPECIES_CODE, 'a code of two to five small letters')
  code!: string;

  @IsLine(60)
  name!: string;

  @IsIn(['layered', 'spire', 'dome'], { message: 'must be layered, spire or dome' })
  crown!: CrownForm;

  @IsOptional()
  @IsWithin(SPECIES_LIMITS.largestDbhCm.low, SPECIES_LIMITS.largestDbhCm.high, 'cm')
  largestDbhCm?: number | undefined;

  @IsOptional()
  @IsWithin(SPECIES_LIMITS.fastestGrowthCmPerYear.low, SPECIES_LIMITS.fastestGrowthCmPerYear.high, 'cm a year')
  fastestGrowthCmPerYear?: number | undefined;
}

export class StratumDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsLine(60)
  name!: string;

  @IsOptional()
  @IsWithin(SURVEY_LIMITS.stratumAreaHa.low, SURVEY_LIMITS.stratumAreaHa.high, 'ha')
  areaHa?: number;

  /** Points of a first phase that fell into it, where the survey sizes its strata by counting points. */
  @IsOptional()
  @IsWhole(POINTS_LIMITS.low, POINTS_LIMITS.high)
  pointsCounted?: number;

  /** A GeoJSON polygon, alone or in features: its outline. */
  @IsOptional()
  @IsSound((value) => {
    const read = readOutlines(value);
    return read.ok ? null : read.message;
  })
  outline?: object;
}

export class PlaceDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsLine(80)
  name!: string;
}

export class NewSurveyDto extends WrittenDto {
  @IsObject({ message: 'must be a place with id and name' })
  @ValidateNested({ message: 'must be a place with id and name' })
  @Type(() => PlaceDto)
  place!: PlaceDto;

  @IsLine(80)
  name!: string;

  @IsIn(['metric', 'imperial'], { message: 'must be metric or imperial' })
  unitSystem!: UnitSystem;

  @IsIn(SLOPE_UNITS, { message: `must be one of ${SLOPE_UNITS.join(', ')}` })
  slopeUnit!: SlopeUnit;

  @IsWithin(SURVEY_LIMITS.breastHeightM.low, SURVEY_LIMITS.breastHeightM.high, 'm')
  breastHeightM!: number;

  /** The timber set where left out. */
  @IsOptional()
  @IsObject({ message: 'must be the whole set of field rules' })
  @ValidateNested({ message: 'must be the whole set of field rules' })
  @Type(() => FieldRulesDto)
  fieldRules?: FieldRulesDto;

  /** The usual one where left out: circles of 500 m² on a grid. */
  @IsOptional()
  @IsKnown(
    isSurveyDesign,
    'a whole design: layout, shape, edge, slopeRadius, heights, conditions and dominant, and phases where it looks twice, each as the documents of the API say',
  )
  design?: SurveyDesign;

  /** The visit before, at the same plots: its trees are found by plot and tag. */
  @IsOptional()
  @IsUUID(undefined, { message: 'must be the UUID of a survey' })
  previousSurveyId?: string;

  @IsWithin(SURVEY_LIMITS.eyeHeightM.low, SURVEY_LIMITS.eyeHeightM.high, 'm')
  eyeHeightM!: number;

  @IsWithin(FORM_FACTOR_LIMITS.low, FORM_FACTOR_LIMITS.high)
  formFactor!: number;

  @IsWithin(0, 0.5)
  formFactorStandardError!: number;

  @IsLine(60)
  crew!: string;

  @IsDay()
  startedOn!: string;

  @IsArray({ message: 'must be a list of species' })
  @ArrayMinSize(1, { message: 'needs at least one species' })
  @ArrayMaxSize(200, { message: 'takes at most 200 species' })
  @ArrayUnique((species: SpeciesDto | null) => species?.code, {
    message: 'has one code twice: every species needs its own',
  })
  @ValidateNested({ each: true, message: 'must hold species with code, name and crown' })
  @Type(() => SpeciesDto)
  species!: SpeciesDto[];

  @IsArray({ message: 'must be a list of strata' })
  @ArrayMinSize(1, { message: 'needs at least one stratum' })
  @ArrayMaxSize(50, { message: 'takes at most 50 strata' })
  @ArrayUnique((stratum: StratumDto | null) => stratum?.name, {
    message: 'has one name twice: every stratum needs its own',
  })
  @ValidateNested({ each: true, message: 'must hold strata with id and name' })
  @Type(() => StratumDto)
  strata!: StratumDto[];
}

/** One of many plots that are laid out at once, as the survey usually lays its plots out. */
export class PlotToLayDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsUUID(undefined, { message: 'must be the UUID of one of the survey’s strata' })
  stratumId!: string;

  @IsShaped(PLOT_LABEL, PLOT_LABEL_WORDS)
  label!: string;

  @IsWithin(-90, 90, 'degrees')
  latitude!: number;

  @IsWithin(-180, 180, 'degrees')
  longitude!: number;

  @IsWithin(PLOT_SLOPE_LIMITS_PCT.low, PLOT_SLOPE_LIMITS_PCT.high, '%')
  slopePct!: number;

  /** The direction in which the ground falls. */
  @IsOptional()
  @IsWithin(0, 360, 'degrees from north')
  aspectDeg?: number;
}

/** Many plots at once, all of them or none. */
export class NewPlotsDto extends WrittenDto {
  @IsArray({ message: 'must be a list of plots' })
  @ArrayMinSize(1, { message: 'needs at least one plot' })
  @ArrayMaxSize(SURVEY_LIMITS.plotsAtOnce, { message: `takes at most ${SURVEY_LIMITS.plotsAtOnce} plots` })
  @ArrayUnique((plot: PlotToLayDto | null) => plot?.label, { message: 'has one label twice' })
  @ValidateNested({ each: true, message: 'must hold plots with id, stratumId, label, place and slopePct' })
  @Type(() => PlotToLayDto)
  plots!: PlotToLayDto[];
}

export class NewPlotDto extends WrittenDto {
  @IsUUID(undefined, { message: 'must be the UUID of a survey' })
  surveyId!: string;

  @IsUUID(undefined, { message: 'must be the UUID of one of the survey’s strata' })
  stratumId!: string;

  @IsShaped(PLOT_LABEL, PLOT_LABEL_WORDS)
  label!: string;

  /** Level area of a circle, in m²; or else its `shape`. */
  @IsOptional()
  @IsWithin(PLOT_AREA_LIMITS_M2.low, PLOT_AREA_LIMITS_M2.high, 'm²')
  areaM2?: number;

  /** As the survey usually lays its plots out: neither area nor shape are given then. */
  @IsOptional()
  @IsIn([true], { message: 'must be true, or left out' })
  asDesigned?: true;

  /** Checked part by part behind the contract, so that each sentence stands at its own measure. */
  @IsOptional()
  @IsObject({ message: 'must be a shape with its kind and measures' })
  shape?: PlotShape;

  @IsWithin(PLOT_SLOPE_LIMITS_PCT.low, PLOT_SLOPE_LIMITS_PCT.high, '%')
  slopePct!: number;

  /** The direction in which the ground falls. */
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

  /** What was told of it at a glance, where the survey looks twice: trees counted in, or the design's quick figure. */
  @IsOptional()
  @IsWithin(AUXILIARY_LIMITS.low, AUXILIARY_LIMITS.high)
  auxiliary?: number;
}
