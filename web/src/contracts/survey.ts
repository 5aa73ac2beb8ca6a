import 'reflect-metadata';
import {
  AUXILIARY_LIMITS,
  BREAST_HEIGHT_LIMITS_M,
  type CrownForm,
  FORM_FACTOR_LIMITS,
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
import { IsIn, IsOptional, IsUUID } from 'class-validator';
import {
  IsDay,
  IsLine,
  IsListOf,
  IsOmittable,
  IsOneOf,
  IsPart,
  IsShaped,
  IsSound,
  IsWhole,
  IsWithin,
} from './decorators.ts';
import { SurveyDesignDto } from './design.ts';
import { FieldRulesDto } from './field-rules.ts';
import { IsPlotShape } from './plot-shape.ts';
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

  @IsOneOf(['layered', 'spire', 'dome'])
  crown!: CrownForm;

  @IsOptional()
  @IsWithin(SPECIES_LIMITS.largestDbhCm.low, SPECIES_LIMITS.largestDbhCm.high, 'cm')
  largestDbhCm?: number | undefined;

  @IsOptional()
  @IsWithin(SPECIES_LIMITS.fastestGrowthCmPerYear.low, SPECIES_LIMITS.fastestGrowthCmPerYear.high, 'cm a year')
  fastestGrowthCmPerYear?: number | undefined;
}

/** Species of a survey, each code once. */
export const IsSpeciesList = (): PropertyDecorator =>
  IsListOf(() => SpeciesDto, {
    words: 'species with code, name and crown',
    least: 1,
    most: 200,
    unique: { by: ({ code }) => code, words: 'code' },
  });

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
  @IsPart(() => PlaceDto, 'a place with id and name')
  place!: PlaceDto;

  @IsLine(80)
  name!: string;

  @IsOneOf(['metric', 'imperial'])
  unitSystem!: UnitSystem;

  @IsOneOf(SLOPE_UNITS)
  slopeUnit!: SlopeUnit;

  @IsWithin(SURVEY_LIMITS.breastHeightM.low, SURVEY_LIMITS.breastHeightM.high, 'm')
  breastHeightM!: number;

  /** The timber set where left out. */
  @IsOptional()
  @IsPart(() => FieldRulesDto, 'the whole set of field rules')
  fieldRules?: FieldRulesDto;

  /** The usual one where left out: circles of 500 m² on a grid. */
  @IsOptional()
  @IsPart(() => SurveyDesignDto, 'a whole design')
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

  @IsSpeciesList()
  species!: SpeciesDto[];

  @IsListOf(() => StratumDto, {
    words: 'strata with id and name',
    least: 1,
    most: 50,
    unique: { by: ({ name }) => name, words: 'name' },
  })
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
  @IsListOf(() => PlotToLayDto, {
    words: 'plots with id, stratumId, label, position and slopePct',
    least: 1,
    most: SURVEY_LIMITS.plotsAtOnce,
    unique: { by: ({ label }) => label, words: 'label' },
  })
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

  @IsOmittable()
  @IsPlotShape()
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
