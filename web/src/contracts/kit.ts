import 'reflect-metadata';
import { type CheckReadings, INSTRUMENT_KINDS, type InstrumentKindId, KIT_LIMITS } from '@arbolito/core/instruments';
import { UNIT_IDS, type UnitId } from '@arbolito/core/units';
import { IsCheckReadings } from './check-readings.ts';
import { IsLine, IsMoment, IsOneOf, IsWhole, IsWithin } from './decorators.ts';
import { WrittenDto } from './written.ts';

const KINDS = Object.keys(INSTRUMENT_KINDS);

/** An instrument as a crew carries it. `id` becomes its identifier. */
export class InstrumentDto extends WrittenDto {
  @IsLine(60)
  crew!: string;

  @IsOneOf(KINDS)
  kind!: InstrumentKindId;

  @IsLine(60)
  name!: string;

  @IsOneOf(UNIT_IDS)
  unit!: UnitId;

  @IsWithin(...KIT_LIMITS.figure)
  graduation!: number;

  @IsWithin(...KIT_LIMITS.figure)
  standardError!: number;

  @IsWhole(...KIT_LIMITS.everyDays)
  everyDays!: number;
}

/** A check of an instrument as it was read. */
export class InstrumentCheckDto extends WrittenDto {
  @IsMoment()
  checkedAt!: string;

  @IsCheckReadings()
  readings!: CheckReadings;
}
