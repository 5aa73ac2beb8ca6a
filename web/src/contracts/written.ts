import 'reflect-metadata';
import { IsUUID } from 'class-validator';
import { IsLine } from './decorators.ts';

/** What every write names: its own identifier, made where the record is made, who wrote it and on what. */
export class WrittenDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id!: string;

  @IsLine(60)
  observer!: string;

  @IsLine(60)
  device!: string;
}
