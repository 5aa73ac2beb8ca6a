import 'reflect-metadata';
import { type Condition, CONDITION_CODE, CONDITIONS } from '@arbolito/core/protocol';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, ArrayUnique, IsArray, IsIn, IsOptional, ValidateNested } from 'class-validator';
import { IsLine, IsShaped } from './decorators.ts';
import { SpeciesDto } from './survey.ts';
import { ActDto } from './tree.ts';

export class ConditionDto {
  @IsShaped(CONDITION_CODE, 'a code of two to eight small letters')
  code!: string;

  @IsLine(60)
  words!: string;

  /** Live or dead; that of the code before where left out. */
  @IsOptional()
  @IsIn(CONDITIONS, { message: `must be one of ${CONDITIONS.join(', ')}` })
  condition?: Condition;
}

/** The codes of a survey that has begun, all of them: those that trees carry stay. */
export class CodesDto extends ActDto {
  @IsArray({ message: 'must be a list of species' })
  @ArrayMinSize(1, { message: 'needs at least one species' })
  @ArrayMaxSize(200, { message: 'takes at most 200 species' })
  @ArrayUnique((species: SpeciesDto | null) => species?.code, {
    message: 'has one code twice: every species needs its own',
  })
  @ValidateNested({ each: true, message: 'must hold species with code, name and crown' })
  @Type(() => SpeciesDto)
  species!: SpeciesDto[];

  @IsArray({ message: 'must be a list of codes' })
  @ArrayMaxSize(40, { message: 'takes at most 40 codes' })
  @ArrayUnique((condition: ConditionDto | null) => condition?.code, { message: 'has one code twice' })
  @ValidateNested({ each: true, message: 'must hold codes with their words' })
  @Type(() => ConditionDto)
  conditions!: ConditionDto[];
}
