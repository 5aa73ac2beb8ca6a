import 'reflect-metadata';
import {
  BODY_MARK_LIMITS_M,
  BREAST_HEIGHT_LIMITS_M,
  type ChosenRule,
  CLASS_WIDTHS,
  type ClassRule,
  type ClassWidth,
  DECISIONS,
  type FieldRules,
  PRODUCTS_LIMIT,
} from '@arbolito/core/protocol';
import { LARGEST_DBH_CM, STEMS_RULES } from '@arbolito/core/diameter';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayUnique, IsArray, IsIn, IsObject, ValidateNested } from 'class-validator';
import { IsLine, IsWithin } from './decorators.ts';
import { ActDto } from './tree.ts';
import { WrittenDto } from './written.ts';

/** One of the choices of a decision. */
const IsChoice = (rule: ChosenRule): PropertyDecorator => {
  const choices = Object.keys(DECISIONS[rule].choices);
  return IsIn(choices, { message: `must be one of ${choices.join(', ')}` });
};

const oneOf = (words: readonly string[]) => ({ message: `must be one of ${words.join(', ')}` });
const WIDTHS = Object.keys(CLASS_WIDTHS);
const STEMS = Object.keys(STEMS_RULES);

class ClassRuleDto implements ClassRule {
  @IsIn(WIDTHS, oneOf(WIDTHS))
  width!: ClassWidth;

  @IsIn(['down', 'centred'], oneOf(['down', 'centred']))
  place!: ClassRule['place'];
}

class ProductDto {
  @IsLine(40)
  name!: string;

  @IsWithin(0, LARGEST_DBH_CM, 'cm')
  fromCm!: number;
}

/** A survey's field rules; the breast height stands beside them. */
export class FieldRulesDto implements Omit<FieldRules, 'breastHeightM'> {
  @IsChoice('slope')
  slope!: FieldRules['slope'];

  @IsChoice('lean')
  lean!: FieldRules['lean'];

  @IsChoice('obstacle')
  obstacle!: FieldRules['obstacle'];

  @IsChoice('swollenButt')
  swollenButt!: FieldRules['swollenButt'];

  @IsChoice('forkAtGround')
  forkAtGround!: FieldRules['forkAtGround'];

  @IsChoice('forkBelowBreastHeight')
  forkBelowBreastHeight!: FieldRules['forkBelowBreastHeight'];

  @IsChoice('climber')
  climber!: FieldRules['climber'];

  @IsChoice('rounding')
  rounding!: FieldRules['rounding'];

  @IsChoice('twoFaces')
  twoFaces!: FieldRules['twoFaces'];

  @IsChoice('pointBy')
  pointBy!: FieldRules['pointBy'];

  @IsIn(STEMS, oneOf(STEMS))
  severalStems!: FieldRules['severalStems'];

  @IsObject({ message: 'must be classes with width and place' })
  @ValidateNested({ message: 'must be classes with width and place' })
  @Type(() => ClassRuleDto)
  classes!: ClassRuleDto;

  @IsArray({ message: 'must be a list of products' })
  @ArrayMaxSize(PRODUCTS_LIMIT, { message: `takes at most ${PRODUCTS_LIMIT} products` })
  @ArrayUnique((product: ProductDto | null) => product?.name, { message: 'has one product twice' })
  @ValidateNested({ each: true, message: 'must hold products with name and fromCm' })
  @Type(() => ProductDto)
  products!: ProductDto[];

  @IsWithin(0, 100, 'cm')
  smallestDbhCm!: number;
}

/** Other rules for a survey that has begun: on the record with its reason. */
export class RulesChangeDto extends ActDto {
  @IsLine(300)
  reason!: string;

  @IsWithin(BREAST_HEIGHT_LIMITS_M.low, BREAST_HEIGHT_LIMITS_M.high, 'm')
  breastHeightM!: number;

  @IsObject({ message: 'must be the whole set of field rules' })
  @ValidateNested({ message: 'must be the whole set of field rules' })
  @Type(() => FieldRulesDto)
  fieldRules!: FieldRulesDto;
}

/** Rules to look at before they are taken. */
export class RulesPreviewDto {
  @IsWithin(BREAST_HEIGHT_LIMITS_M.low, BREAST_HEIGHT_LIMITS_M.high, 'm')
  breastHeightM!: number;

  @IsObject({ message: 'must be the whole set of field rules' })
  @ValidateNested({ message: 'must be the whole set of field rules' })
  @Type(() => FieldRulesDto)
  fieldRules!: FieldRulesDto;
}

/** Where an observer finds breast height on the body. */
export class BodyMarkDto extends WrittenDto {
  @IsLine(60)
  words!: string;

  @IsWithin(BODY_MARK_LIMITS_M.barefoot.low, BODY_MARK_LIMITS_M.barefoot.high, 'm')
  barefootM!: number;

  @IsWithin(BODY_MARK_LIMITS_M.boots.low, BODY_MARK_LIMITS_M.boots.high, 'm')
  bootsM!: number;
}

/** Rules as a contract writes them: without the breast height, which stands beside. */
export const rulesBody = ({ breastHeightM, ...fieldRules }: FieldRules) => ({
  breastHeightM,
  fieldRules: { ...fieldRules, products: fieldRules.products.map((product) => ({ ...product })) },
});
