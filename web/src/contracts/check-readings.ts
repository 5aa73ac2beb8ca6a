import 'reflect-metadata';
import { CHECK_LIMITS, CHECK_REPEATS, type CheckReadings } from '@arbolito/core/instruments';
import { IsKindOf, IsListOfValues, IsOmittable, IsOneOf, IsWithin } from './decorators.ts';

const { sight, tapedM, shownM, airC, lineM, paces } = CHECK_LIMITS;

const isFrom =
  ([low, high]: readonly [number, number]) =>
  (value: unknown): boolean =>
    typeof value === 'number' && value >= low && value <= high;

class CheckReadingsDto {
  @IsOneOf(['zero', 'fixed-distance', 'pace-line'])
  check!: CheckReadings['check'];
}

/** Sights between two marks at eye height on two trees, forth and back. */
class ZeroCheckDto extends CheckReadingsDto {
  @IsWithin(...sight)
  forth!: number;

  @IsWithin(...sight)
  back!: number;
}

/** A taped distance, and what the instrument showed of it each time. */
class FixedDistanceCheckDto extends CheckReadingsDto {
  @IsWithin(...tapedM)
  taped!: number;

  @IsListOfValues(isFrom(shownM), { words: `readings from ${shownM.join(' to ')}`, least: 1, most: CHECK_REPEATS })
  shown!: number[];

  @IsOmittable()
  @IsWithin(...airC, '°C')
  airC?: number;
}

/** A measured line, and how many paces it took each time. */
class PaceLineCheckDto extends CheckReadingsDto {
  @IsWithin(...lineM)
  line!: number;

  @IsListOfValues(isFrom(paces), { words: `counts from ${paces.join(' to ')}`, least: 1, most: CHECK_REPEATS })
  paces!: number[];
}

/** The readings of one check of an instrument. */
export const IsCheckReadings = (): PropertyDecorator =>
  IsKindOf(
    CheckReadingsDto,
    'check',
    {
      zero: ZeroCheckDto,
      'fixed-distance': FixedDistanceCheckDto,
      'pace-line': PaceLineCheckDto,
    } satisfies Record<CheckReadings['check'], typeof CheckReadingsDto>,
    'the readings of a check',
  );
