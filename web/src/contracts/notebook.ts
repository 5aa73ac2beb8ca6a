import 'reflect-metadata';
import type { PlacedReading, TapingNotes, TreeNotes, HeightNotes } from '@arbolito/core/tree';
import { TAG } from '@arbolito/core/tree';
import { IsBoolean, IsOptional, IsUUID } from 'class-validator';
import { IsLine, IsMoment, IsOmittable, IsOneOf, IsShaped } from './decorators.ts';
import { ActDto, TapedReadingsDto } from './tree.ts';
import type { EstimateView } from './views.ts';
import type { UnitSystem } from '@arbolito/core/units';
import type { Text } from '@arbolito/core/message';

export const NOTEBOOK_LIMITS = { name: 60, place: 80, note: 500 } as const;

/** A tree that is kept without a survey, as it should stand. `id` is that of the write, `treeId` that of the tree. */
export class NotebookTreeDto extends TapedReadingsDto {
  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  treeId!: string;

  @IsUUID(undefined, { message: 'must be a UUID made by the writer' })
  stemId!: string;

  @IsLine(NOTEBOOK_LIMITS.name)
  name!: string;

  @IsOmittable()
  @IsLine(NOTEBOOK_LIMITS.place)
  place?: string;

  @IsOmittable()
  @IsLine(NOTEBOOK_LIMITS.note)
  note?: string;

  /** A string was kept: its length is to be measured later. */
  @IsOptional()
  @IsBoolean({ message: 'must be true or false' })
  stringKept?: boolean;

  @IsOneOf(['metric', 'imperial'])
  unitSystem!: UnitSystem;

  /** Left out where nobody said. */
  @IsOmittable()
  @IsLine(5)
  speciesCode?: string;

  @IsMoment()
  madeAt!: string;
}

/** Where a tree of the notebook goes in a survey. */
export class NotebookMoveDto extends ActDto {
  @IsUUID(undefined, { message: 'must be the UUID of a plot' })
  plotId!: string;

  @IsShaped(TAG, 'a tag of up to 12 letters, digits and dashes')
  tag!: string;

  /** Of the survey; that of the notebook where left out. */
  @IsOmittable()
  @IsLine(5)
  speciesCode?: string;
}

/** A tree of the notebook with its figures. */
export interface NotebookView {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly note: string | null;
  readonly stringKept: boolean;
  readonly unitSystem: UnitSystem;
  readonly speciesCode: string;
  readonly speciesName: Text | null;
  readonly observer: string;
  readonly madeAt: string;
  readonly stems: readonly { readonly id: string; readonly ordinal: number }[];
  readonly readings: readonly PlacedReading[];
  readonly taping: TapingNotes | null;
  readonly heights: HeightNotes | null;
  readonly notes: TreeNotes | null;
  readonly dbh: EstimateView | null;
  readonly height: EstimateView | null;
  readonly volume: EstimateView | null;
  /** The tree of a survey that it became; null while it stands in the notebook alone. */
  readonly movedTo: string | null;
}
