import 'reflect-metadata';
import {
  AUXILIARY_NAME_LENGTH,
  CONDITION_CODE,
  CONDITION_LIMITS,
  type Condition,
  CONDITIONS,
  DOMINANT_RULES,
  type DominantRule,
  EDGE_RULES,
  type EdgeRule,
  fitsShape,
  HEIGHT_ASKS_OF,
  HEIGHT_RULE_LIMITS,
  type HeightRule,
  LAYOUTS,
  type PlotLayout,
  type PlotShape,
  SLOPE_RADII,
  PRICE_LIST_LIMITS,
  type SlopeRadius,
  SURE_TO_MEASURE_LIMITS_M3,
  type SurveyDesign,
  TWO_PHASE_KINDS,
  type TwoPhaseDesign,
  type TwoPhaseKind,
} from '@arbolito/core/protocol';
import { Holds, IsKindOf, IsLine, IsListOf, IsOmittable, IsOneOf, IsShaped, IsWhole, IsWithin } from './decorators.ts';
import { IsPlotShape } from './plot-shape.ts';

export class ConditionDto {
  @IsShaped(CONDITION_CODE, 'a code of two to eight small letters')
  code!: string;

  @IsLine(CONDITION_LIMITS.words)
  words!: string;

  /** Live or dead; in a change of codes that of the code before where left out. */
  @IsOmittable()
  @IsOneOf(CONDITIONS)
  condition?: Condition;

  /** Product of a tree with this code, whatever its dbh. */
  @IsOmittable()
  @IsLine(PRICE_LIST_LIMITS.name)
  product?: string;
}

/** Condition codes, each once. */
export const IsConditionList = (): PropertyDecorator =>
  IsListOf(() => ConditionDto, {
    words: 'codes with their words',
    most: CONDITION_LIMITS.codes,
    unique: { by: ({ code }) => code, words: 'code' },
  });

/** Which trees a height is asked of. */
class HeightRuleDto {
  @IsOneOf(HEIGHT_ASKS_OF)
  ask!: HeightRule['ask'];
}

class CountedHeightRuleDto extends HeightRuleDto {
  @IsWhole(HEIGHT_RULE_LIMITS.low, HEIGHT_RULE_LIMITS.high)
  n!: number;
}

class TwoPhaseDto {
  @IsOneOf(Object.keys(TWO_PHASE_KINDS))
  kind!: TwoPhaseKind;
}

class DoubleSamplingDto extends TwoPhaseDto {
  @IsOneOf(['regression', 'ratio'])
  by!: 'regression' | 'ratio';

  /** Name of the auxiliary variable. */
  @IsLine(AUXILIARY_NAME_LENGTH)
  auxiliary!: string;
}

class CountMeasureDto extends TwoPhaseDto {}

class StratificationDto extends TwoPhaseDto {}

class ThreePDto extends TwoPhaseDto {
  /** Predicted volume from which a tree is always measured. */
  @IsWithin(SURE_TO_MEASURE_LIMITS_M3.low, SURE_TO_MEASURE_LIMITS_M3.high, 'm³')
  sureToMeasureM3!: number;
}

/** How a survey samples, whole. */
export class SurveyDesignDto implements SurveyDesign {
  @IsOneOf(Object.keys(LAYOUTS))
  layout!: PlotLayout;

  @IsPlotShape()
  shape!: PlotShape;

  @IsOneOf(Object.keys(EDGE_RULES))
  edge!: EdgeRule;

  @IsOneOf(Object.keys(SLOPE_RADII))
  slopeRadius!: SlopeRadius;

  @IsKindOf(
    HeightRuleDto,
    'ask',
    { none: HeightRuleDto, every: CountedHeightRuleDto, class: CountedHeightRuleDto, largest: CountedHeightRuleDto },
    'a height rule: ask, and n unless no heights are asked for',
  )
  heights!: HeightRule;

  @IsConditionList()
  conditions!: ConditionDto[];

  @IsOneOf(DOMINANT_RULES)
  dominant!: DominantRule;

  /** A two-phase design, where the survey has one. */
  @IsOmittable()
  @Holds<SurveyDesignDto>(
    (phases, { shape }) => !(phases instanceof TwoPhaseDto) || fitsShape(phases as TwoPhaseDesign, shape),
    'does not fit the shape: count-measure needs variable-radius points, three-p a complete tally',
  )
  @IsKindOf(
    TwoPhaseDto,
    'kind',
    {
      'double-sampling': DoubleSamplingDto,
      'count-measure': CountMeasureDto,
      stratification: StratificationDto,
      'three-p': ThreePDto,
    } satisfies Record<TwoPhaseKind, typeof TwoPhaseDto>,
    'a two-phase design with its kind',
  )
  phases?: TwoPhaseDesign | undefined;
}
