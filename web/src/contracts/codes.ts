import 'reflect-metadata';
import { type ConditionDto, IsConditionList } from './design.ts';
import { IsSpeciesList, type SpeciesDto } from './survey.ts';
import { ActDto } from './tree.ts';

/** The codes of a survey that has begun, all of them: those that trees carry stay. */
export class CodesDto extends ActDto {
  @IsSpeciesList()
  species!: SpeciesDto[];

  @IsConditionList()
  conditions!: ConditionDto[];
}
