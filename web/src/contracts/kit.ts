import 'reflect-metadata';
import {
  type CheckReadings,
  INSTRUMENT_KINDS,
  type InstrumentKindId,
  isCheckReadings,
  KIT_LIMITS,
} from '@arbolito/core/instruments';
import { UNIT_IDS, type UnitId } from '@arbolito/core/units';
import { IsIn, IsInt } from 'class-validator';
import { IsKnown, IsLine, IsMoment, IsWithin } from './decorators.ts';
import { WrittenDto } from './written.ts';

const KINDS = Object.keys(INSTRUMENT_KINDS);

/** An instrument as a crew carries it. `id` becomes its identifier. */
export class InstrumentDto extends WrittenDto {
  @IsLine(60)
  crew!: string;

  @IsIn(KINDS, { message: `must be one of ${KINDS.join(', ')}` })
  kind!: InstrumentKindId;

  @IsLine(60)
  name!: string;

  @IsIn(UNIT_IDS, { message: 'must be a unit that this instrument may carry' })
  unit!: UnitId;

  @IsWithin(...KIT_LIMITS.figure)
  graduation!: number;

  @IsWithin(...KIT_LIMITS.figure)
  standardError!: number;

  @IsInt({ message: 'must be a whole number of days' })
  @IsWithin(...KIT_LIMITS.everyDays)
  everyDays!: number;
}

/** A check of an instrument as it was read. */
export class InstrumentCheckDto extends WrittenDto {
  @IsMoment()
  checkedAt!: string;

  @IsKnown(
    isCheckReadings,
    'the readings of a check: {"check": "zero", "forth", "back"}, {"check": "fixed-distance", "taped", "shown": […], "airC"} or {"check": "pace-line", "line", "paces": […]}',
  )
  readings!: CheckReadings;
}
