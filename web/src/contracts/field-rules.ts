import 'reflect-metadata';
import {
  BODY_MARK_LIMITS_M,
  BREAST_HEIGHT_LIMITS_M,
  type ChosenRule,
  type ClassRule,
  type ClassWidth,
  isClassWidth,
  DECISIONS,
  type FieldRules,
  PRODUCT_PIECE_LIMITS,
  type ProductLimit,
  type ProductPiece,
  PRODUCTS_LIMIT,
} from '@arbolito/core/protocol';
import { LARGEST_DBH_CM, STEMS_RULES } from '@arbolito/core/diameter';
import { Holds, IsLine, IsListOf, IsOmittable, IsOneOf, IsPart, IsWithin } from './decorators.ts';
import { ActDto } from './tree.ts';
import { WrittenDto } from './written.ts';

/** One of the choices of a decision. */
const IsChoice = (rule: ChosenRule): PropertyDecorator => IsOneOf(Object.keys(DECISIONS[rule].choices));

class ClassRuleDto implements ClassRule {
  /** Such as `2cm`, `0.5cm`, `1in`: 0.5 to 10 cm, or 0.25 to 4 in. */
  @Holds((value) => isClassWidth(value), 'must be a width with its unit, 0.5cm to 10cm or 0.25in to 4in')
  width!: ClassWidth;

  @IsOneOf(['down', 'centred'])
  place!: ClassRule['place'];
}

class ProductPieceDto implements ProductPiece {
  @IsWithin(PRODUCT_PIECE_LIMITS.lengthM.low, PRODUCT_PIECE_LIMITS.lengthM.high, 'm')
  lengthM!: number;

  /** Smallest diameter under bark at the small end. */
  @IsWithin(PRODUCT_PIECE_LIMITS.topCm.low, PRODUCT_PIECE_LIMITS.topCm.high, 'cm')
  topCm!: number;
}

class ProductDto implements ProductLimit {
  @IsLine(40)
  name!: string;

  @IsWithin(0, LARGEST_DBH_CM, 'cm')
  fromCm!: number;

  /** From the stump up; left out, the dbh alone decides. */
  @IsOmittable()
  @IsPart(() => ProductPieceDto, 'a piece with lengthM and topCm')
  piece?: ProductPieceDto | undefined;
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

  @IsOneOf(Object.keys(STEMS_RULES))
  severalStems!: FieldRules['severalStems'];

  @IsPart(() => ClassRuleDto, 'classes with width and place')
  classes!: ClassRuleDto;

  @IsListOf(() => ProductDto, {
    words: 'products with name and fromCm',
    most: PRODUCTS_LIMIT,
    unique: { by: ({ name }) => name, words: 'name' },
  })
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

  @IsPart(() => FieldRulesDto, 'the whole set of field rules')
  fieldRules!: FieldRulesDto;
}

/** Rules to look at before they are taken. */
export class RulesPreviewDto {
  @IsWithin(BREAST_HEIGHT_LIMITS_M.low, BREAST_HEIGHT_LIMITS_M.high, 'm')
  breastHeightM!: number;

  @IsPart(() => FieldRulesDto, 'the whole set of field rules')
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
