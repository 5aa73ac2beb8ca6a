import 'reflect-metadata';
import type { SurveyDesign } from '@arbolito/core/protocol';
import { SLOPE_UNITS, type SlopeUnit } from '@arbolito/core/units';
import { IsDay, IsLine, IsOneOf, IsPart, IsWithin } from './decorators.ts';
import { SurveyDesignDto } from './design.ts';
import { SURVEY_LIMITS } from './survey.ts';
import { ActDto } from './tree.ts';

/** What may be changed of a survey; its design only before the first tree. */
export class SurveySettingsDto extends ActDto {
  @IsLine(80)
  name!: string;

  @IsLine(60)
  crew!: string;

  @IsDay()
  startedOn!: string;

  @IsOneOf(SLOPE_UNITS)
  slopeUnit!: SlopeUnit;

  @IsWithin(SURVEY_LIMITS.eyeHeightM.low, SURVEY_LIMITS.eyeHeightM.high, 'm')
  eyeHeightM!: number;

  @IsPart(() => SurveyDesignDto, 'a whole design')
  design!: SurveyDesign;
}
