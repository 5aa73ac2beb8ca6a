import 'reflect-metadata';
import { IsBoolean, IsOptional } from 'class-validator';
import { IsLine } from './decorators.ts';
import { ActDto } from './tree.ts';

/** What somebody decided about a point of the work list. */
export class CheckDecisionDto extends ActDto {
  /** The key of the point, as the work list has it. */
  @IsLine(200)
  point!: string;

  /** False puts it back on the list. */
  @IsBoolean({ message: 'must be true or false' })
  cleared!: boolean;

  @IsOptional()
  @IsLine(300)
  reason?: string;
}
