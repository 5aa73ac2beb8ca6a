import 'reflect-metadata';
import { TAPED_LIMITS, type TapedTree } from '@arbolito/core/protocol';
import { IsBoolean } from 'class-validator';
import { IsKindOf, IsLine, IsOmittable, IsOneOf, IsPart, IsWhole, IsWithin } from './decorators.ts';

const { slopePct, snowM, leanDeg, crotchM, stems, breakM, obstacleM, buttM } = TAPED_LIMITS;
const FLAG = { message: 'must be true or false' };

class GroundDto {
  @IsWithin(slopePct.low, slopePct.high, '%')
  slopePct!: number;

  @IsOmittable()
  @IsWithin(snowM.low, snowM.high, 'm')
  snowM?: number;
}

class TrunksDto {
  @IsOneOf(['one', 'fork', 'grown-together', 'broken'])
  kind!: TapedTree['trunks']['kind'];
}

class ForkDto extends TrunksDto {
  @IsWithin(crotchM.low, crotchM.high, 'm')
  crotchM!: number;

  @IsWhole(stems.low, stems.high)
  stems!: number;

  /** Whether all trunks come from one pith at the ground, where that can be seen. */
  @IsOmittable()
  @IsBoolean(FLAG)
  onePith?: boolean;
}

class BrokenDto extends TrunksDto {
  @IsWithin(breakM.low, breakM.high, 'm')
  breakM!: number;
}

class SwellingDto {
  @IsOneOf(['none', 'bulge', 'scar', 'branch', 'butt', 'climber'])
  kind!: TapedTree['swelling']['kind'];
}

class ObstacleDto extends SwellingDto {
  @IsWithin(obstacleM.low, obstacleM.high, 'm')
  fromM!: number;

  @IsWithin(obstacleM.low, obstacleM.high, 'm')
  toM!: number;

  @IsOmittable()
  @IsBoolean(FLAG)
  aboveIsWorse?: boolean;
}

class ButtDto extends SwellingDto {
  @IsWithin(buttM.low, buttM.high, 'm')
  endsM!: number;
}

/** A tree as the guide to the measuring point describes it. */
export class TapedTreeDto {
  @IsPart(() => GroundDto, 'the ground with slopePct')
  ground!: GroundDto;

  @IsWithin(leanDeg.low, leanDeg.high, '°')
  leanDeg!: number;

  @IsKindOf(
    TrunksDto,
    'kind',
    { one: TrunksDto, fork: ForkDto, 'grown-together': TrunksDto, broken: BrokenDto },
    'the trunks with their kind',
  )
  trunks!: TapedTree['trunks'];

  @IsKindOf(
    SwellingDto,
    'kind',
    {
      none: SwellingDto,
      bulge: ObstacleDto,
      scar: ObstacleDto,
      branch: ObstacleDto,
      butt: ButtDto,
      climber: SwellingDto,
    },
    'the swelling with its kind',
  )
  swelling!: TapedTree['swelling'];
}

/** Where a tree was taped, and how its point is found again. */
export class TapingDto {
  /** The tree as it was found. */
  @IsOmittable()
  @IsPart(() => TapedTreeDto, 'a tree with ground, leanDeg, trunks and swelling')
  found?: TapedTree | undefined;

  /** What marks the point on the bark. */
  @IsOmittable()
  @IsLine(120)
  mark?: string | undefined;

  /** Why the tape lies elsewhere than at the visit before. */
  @IsOmittable()
  @IsLine(300)
  reason?: string | undefined;
}
