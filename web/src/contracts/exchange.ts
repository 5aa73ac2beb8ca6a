import 'reflect-metadata';
import type { DecimalMark, FieldChange, Matching, TreeField } from '@arbolito/core/tree-file';
import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsObject, IsOptional, IsUUID } from 'class-validator';
import { IsLine, IsShaped } from './decorators.ts';
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

const NUMBER_LIST = /^(\d{1,6}(-\d{1,6})?(,\d{1,6}(-\d{1,6})?)*)?$/;
const REMOVE_LIST = /^(all|(\d{1,6}(-\d{1,6})?(,\d{1,6}(-\d{1,6})?)*)?)$/;

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

  /** Trees that are on the record: an error, or compared with what the file says of them. */
  @IsOptional()
  @IsIn(['refuse', 'compare'], { message: 'must be refuse or compare' })
  existing?: 'refuse' | 'compare';

  /** Revision of the survey that the preview was of; it must still be the survey's. */
  @IsOptional()
  @IsShaped(/^\d+ \d+$/, 'the revision of a preview')
  revision?: string;

  /** Rows of new and changed trees that are not taken, such as `3,7-9`. */
  @IsOptional()
  @IsShaped(NUMBER_LIST, 'row numbers such as 3,7-9')
  skip?: string;

  /** Trees that are missing in the file and are deleted: `all`, or their numbers in the preview such as `1,4-6`. */
  @IsOptional()
  @IsShaped(REMOVE_LIST, '“all”, or numbers such as 1,4-6')
  remove?: string;

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
  /** How many rows are of trees on the record. */
  readonly known: number;
  /** Against the trees on the record, where that was asked for. */
  readonly comparison: FileComparison | null;
}

/** A row of a file that changes something. */
export interface RowChange {
  readonly row: number;
  readonly plot: string;
  readonly tag: string;
  readonly kind: 'new' | 'changed';
  /** Each field that differs, with what it was and what it would be. */
  readonly fields: readonly (FieldChange & { readonly column: Text })[];
}

/** What a file has that the record has not, and the other way round. */
export interface FileComparison {
  /** To be sent with the file when it is written. */
  readonly revision: string;
  readonly added: number;
  readonly changed: number;
  readonly same: number;
  readonly missing: number;
  /** The first of the new and changed rows. */
  readonly rows: readonly RowChange[];
  /** The first trees of the record that the file does not have, numbered from 1. */
  readonly missingTrees: readonly { readonly no: number; readonly plot: string; readonly tag: string }[];
}

export interface ImportDone {
  readonly id: string;
  readonly trees: number;
  readonly plots: number;
  readonly changed: number;
  readonly removed: number;
  /** False where this very import was on the record already. */
  readonly created: boolean;
}

/** An import that was written, as the list of imports shows it. */
export interface ImportView {
  readonly id: string;
  readonly observer: string;
  readonly madeAt: string;
  readonly added: number;
  readonly changed: number;
  readonly removed: number;
  readonly plots: number;
  readonly undoneAt: string | null;
  readonly undoneBy: string | null;
}
