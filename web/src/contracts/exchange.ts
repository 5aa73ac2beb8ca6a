import 'reflect-metadata';
import type { DecimalMark, Matching, TreeField } from '@arbolito/core/tree-file';
import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsObject, IsOptional, IsUUID } from 'class-validator';
import { IsLine } from './decorators.ts';
import type { Text } from '@arbolito/core/message';

/** What a file of trees may be. */
export const FILE_LIMITS = {
  bytes: 64 * 1024 * 1024,
  /** For the whole file to arrive. */
  seconds: 300,
  rows: 500_000,
  columns: 200,
  rowBytes: 64 * 1024,
} as const;

/** How a file of trees is read: comes in the address, the file itself is the body. */
export class ImportOptionsDto {
  /** Identifier of this import: the same file again under it changes nothing. Left out for a preview. */
  @IsOptional()
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  id?: string;

  /** Columns by field; by their heads where left out. */
  @IsOptional()
  @Transform(({ value }: { value: unknown }) => {
    if (typeof value !== 'string') return value;
    try {
      return JSON.parse(value) as unknown;
    } catch {
      return value;
    }
  })
  @IsObject({ message: 'must be an object of columns by field, such as {"plot":{"column":0}}' })
  columns?: Matching;

  @IsOptional()
  @IsIn(['.', ','], { message: 'must be . or ,' })
  decimal?: DecimalMark;

  @IsOptional()
  @IsIn([',', ';', '\t'], { message: 'must be a comma, a semicolon or a tab' })
  delimiter?: string;

  /** Plots that are not there yet are made, as the survey usually lays them out. */
  @IsOptional()
  @Transform(({ value }: { value: unknown }) => (value === 'true' ? true : value === 'false' ? false : value))
  @IsBoolean({ message: 'must be true or false' })
  makePlots?: boolean;

  @IsOptional()
  @IsLine(60)
  observer?: string;

  @IsOptional()
  @IsLine(60)
  device?: string;
}

/** Something wrong in a file, at its row and column. */
export interface FileErrorView {
  /** Counted as a spreadsheet does: the head is row 1. */
  readonly row: number;
  readonly field: TreeField;
  /** The field as a person calls it. */
  readonly column: Text;
  readonly message: Text;
}

/** What a file of trees would bring. */
export interface ImportPreview {
  readonly heads: readonly string[];
  readonly columns: Matching;
  readonly decimal: DecimalMark;
  readonly delimiter: string;
  /** Why it cannot be read with these columns; null where it can. */
  readonly problem: Text | null;
  readonly rows: number;
  readonly trees: number;
  /** Plots of the file that are not there yet. */
  readonly newPlots: readonly string[];
  readonly errorCount: number;
  /** The first of them. */
  readonly errors: readonly FileErrorView[];
  /** The first rows as they stand in the file. */
  readonly sample: readonly (readonly string[])[];
}

export interface ImportDone {
  readonly id: string;
  readonly trees: number;
  readonly plots: number;
  /** False where this very import was on the record already. */
  readonly created: boolean;
}
