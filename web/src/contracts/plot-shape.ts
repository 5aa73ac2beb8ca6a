import 'reflect-metadata';
import {
  isRectangleWithin,
  PLOT_KINDS,
  type PlotKind,
  ringsRise,
  SHAPE_LIMITS,
  type NestedCircle,
} from '@arbolito/core/protocol';
import { Holds, IsKindOf, IsListOf, IsOneOf, IsWithin } from './decorators.ts';

const { areaM2, sideM, wholeM2, rings, fromCm, factorM2PerHa } = SHAPE_LIMITS;

/** What every shape of a plot names: its kind. */
export class PlotShapeDto {
  @IsOneOf(Object.keys(PLOT_KINDS))
  kind!: PlotKind;
}

export class CircleDto extends PlotShapeDto {
  /** Level area. */
  @IsWithin(areaM2.low, areaM2.high, 'm²')
  areaM2!: number;
}

class NestedCircleDto implements NestedCircle {
  /** The dbh from which trees are tallied on it. */
  @IsWithin(fromCm.low, fromCm.high, 'cm')
  fromCm!: number;

  @IsWithin(areaM2.low, areaM2.high, 'm²')
  areaM2!: number;
}

const areCircles = (value: unknown): value is readonly NestedCircle[] =>
  Array.isArray(value) &&
  (value as readonly Partial<NestedCircleDto>[]).every(
    (ring) => typeof ring.fromCm === 'number' && typeof ring.areaM2 === 'number',
  );

export class NestedCirclesDto extends PlotShapeDto {
  @Holds(
    (value) => !areCircles(value) || ringsRise(value),
    'must rise: each circle is larger than the one before it, and takes thicker trees',
  )
  @IsListOf(() => NestedCircleDto, { words: 'circles with fromCm and areaM2', least: rings.low, most: rings.high })
  rings!: NestedCircleDto[];
}

export class RectangleDto extends PlotShapeDto {
  @IsWithin(sideM.low, sideM.high, 'm')
  widthM!: number;

  @Holds<RectangleDto>(
    (lengthM, { widthM = 0 }) => isRectangleWithin(widthM, Number(lengthM)),
    `times widthM must be from ${String(areaM2.low)} to ${String(areaM2.high)} m²`,
  )
  @IsWithin(sideM.low, sideM.high, 'm')
  lengthM!: number;
}

export class VariableRadiusDto extends PlotShapeDto {
  @IsWithin(factorM2PerHa.low, factorM2PerHa.high, 'm²/ha')
  factorM2PerHa!: number;
}

export class CompleteTallyDto extends PlotShapeDto {
  @IsWithin(wholeM2.low, wholeM2.high, 'm²')
  areaM2!: number;
}

/** The shape of a plot: its kind and its measures. */
export const IsPlotShape = (): PropertyDecorator =>
  IsKindOf(
    PlotShapeDto,
    'kind',
    {
      circle: CircleDto,
      nested: NestedCirclesDto,
      rectangle: RectangleDto,
      'variable-radius': VariableRadiusDto,
      'complete-tally': CompleteTallyDto,
      'tree-list': PlotShapeDto,
    } satisfies Record<PlotKind, typeof PlotShapeDto>,
    'a shape with its kind and measures',
  );
