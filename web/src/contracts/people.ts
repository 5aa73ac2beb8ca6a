import 'reflect-metadata';
import { IsOptional, ValidateIf } from 'class-validator';
import { Holds, IsLine, IsWithin } from './decorators.ts';
import { SURVEY_LIMITS } from './survey.ts';
import { WrittenDto } from './written.ts';

/** Length of a pace, single or double, as far as people walk, m. */
export const PACE_LIMITS_M = { low: 0.3, high: 2.5 } as const;

/** What is known of somebody who measures. */
export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly eyeHeightM: number | null;
  /** Length of the pace that this person counts, with its standard error. */
  readonly pace: { readonly lengthM: number; readonly standardErrorM: number } | null;
}

/** A person’s own figures, in place of those before. */
export class PersonDto extends WrittenDto {
  @IsLine(60)
  name!: string;

  @IsOptional()
  @IsWithin(SURVEY_LIMITS.eyeHeightM.low, SURVEY_LIMITS.eyeHeightM.high, 'm')
  eyeHeightM?: number;

  @IsOptional()
  @IsWithin(PACE_LIMITS_M.low, PACE_LIMITS_M.high, 'm')
  paceM?: number;

  /** Standard error of the pace. */
  @ValidateIf(({ paceM, paceErrorM }: PersonDto) => paceM !== undefined || paceErrorM !== undefined)
  @Holds<PersonDto>((_error, { paceM }) => paceM !== undefined, 'needs paceM beside it')
  @IsWithin(0, 0.5, 'm')
  paceErrorM?: number;
}
