import 'reflect-metadata';
import { IsIn, IsObject, IsUUID } from 'class-validator';
import { IsLine, IsListOf, IsMoment, IsOmittable, IsOneOf, IsShaped, IsWhole } from './decorators.ts';
import { RulesPreviewDto } from './field-rules.ts';
import { ActDto } from './tree.ts';
import { TAG } from '@arbolito/core/tree';
import type { KitAtHand } from '@arbolito/core/instruments';
import type { ConflictView } from './conflict-view.ts';
import type { PlotView, ProblemView, SurveyView, TreeView } from './views.ts';

/** Most changes of one request. */
export const OPERATIONS_AT_A_TIME = 100;
const UUID = '[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}';
/** Highest number of a change or of a request. */
const HIGHEST = 2_147_483_647;

/** A change that was made on a device: a write of this API that was kept until it could be sent. */
export class OperationDto {
  @IsUUID(undefined, { message: 'must be the UUID of the write' })
  id!: string;

  /** Where it stands in the order of its device. */
  @IsWhole(0, HIGHEST)
  sequence!: number;

  @IsMoment()
  madeAt!: string;

  @IsIn(['POST', 'DELETE'], { message: 'must be POST or DELETE' })
  method!: 'POST' | 'DELETE';

  /** Address of the write, such as /api/trees. */
  @IsLine(120)
  path!: string;

  @IsObject({ message: 'must be the body of the write' })
  body!: object;

  /** Which of the rules of the request it was made by, from 0. */
  @IsOmittable()
  @IsWhole(0, OPERATIONS_AT_A_TIME - 1)
  rules?: number;
}

/** Changes of one device, in its order. */
export class SyncDto {
  @IsLine(60)
  device!: string;

  /** Rises with every request of the device. One that arrives after a later one is refused. */
  @IsWhole(1, HIGHEST)
  request!: number;

  @IsListOf(() => OperationDto, {
    words: 'operations',
    least: 1,
    most: OPERATIONS_AT_A_TIME,
    unique: { by: ({ id }) => id, words: 'id' },
  })
  operations!: OperationDto[];

  /** Field rules as the device had them when the changes were made. Where the survey has others now, a person decides. */
  @IsOmittable()
  @IsListOf(() => RulesPreviewDto, { words: 'field rules', most: OPERATIONS_AT_A_TIME })
  rules?: RulesPreviewDto[];
}

/** A plot as far as a device has to know whether it has it. */
export type PlotRevision = Pick<PlotView, 'id' | 'revision'>;

/** A change that is on the record. */
export interface KeptOperation {
  readonly id: string;
  readonly kind: 'kept';
  /**
   * The tree as it is with the change, without figures; null for one that waits for its tag. Other changes are answered like the
   * write itself.
   */
  readonly answer: unknown;
  /** Its parts that wait for a person, and what waits about the same tree or plot. */
  readonly conflicts: readonly ConflictView[];
  /** The plot as it is with this change; null where it is about none. */
  readonly plot: PlotRevision | null;
}

export interface RefusedOperation {
  readonly id: string;
  readonly kind: 'refused';
  readonly problem: ProblemView;
}

/** What became of one change. */
export type OperationResult = KeptOperation | RefusedOperation;

export interface SyncView {
  readonly results: readonly OperationResult[];
}

/** Which of two versions is kept. */
export class ConflictDecisionDto extends ActDto {
  @IsOneOf(['record', 'change'])
  keep!: 'record' | 'change';

  /** Fingerprint of what the record had when the person decided. */
  @IsLine(64)
  seen!: string;

  /** Another tag for the tree whose tag was given twice. */
  @IsOmittable()
  @IsShaped(TAG, 'a tag of up to 12 letters, digits and dashes')
  tag?: string;
}

/** A tree as it was read, without figures: whoever has core works them out. */
export interface PlainTree extends Pick<
  TreeView,
  | 'id'
  | 'plotId'
  | 'tag'
  | 'speciesCode'
  | 'observer'
  | 'observedAt'
  | 'readings'
  | 'taping'
  | 'heights'
  | 'notes'
  | 'dead'
> {
  readonly stems: readonly { readonly id: string; readonly ordinal: number }[];
}

/** A tree as a write has left it. */
export interface TreeAfterWrite extends PlainTree {
  readonly deleted: boolean;
}

/** A plot with its trees, as they were at one moment. */
export interface PlotCopy {
  readonly plot: PlotView;
  readonly trees: readonly PlainTree[];
}

/** What was changed of a survey since a cursor. */
export interface ChangesView {
  /** Where to go on; all that is before it is known then. */
  readonly cursor: string;
  /** There is more behind the cursor already. */
  readonly more: boolean;
  /** The survey with its settings; null where they are those that were named. */
  readonly survey: SurveyView | null;
  /** Instruments of the crew, which heights are judged by. */
  readonly kit: readonly KitAtHand[];
  /** Fingerprint of the settings. */
  readonly settings: string;
  readonly plots: readonly PlotCopy[];
  /** All changes of the survey that wait for a person. */
  readonly conflicts: readonly ConflictView[];
}

/** Where to go on, the settings that are known, and which part of the survey is asked for. */
export class ChangesQueryDto {
  @IsOmittable()
  @IsShaped(new RegExp(`^\\d{1,19}\\.${UUID}$`), 'a cursor of an answer before')
  after?: string;

  @IsOmittable()
  @IsShaped(/^[0-9a-f]{64}$/, 'the settings of an answer before')
  settings?: string;

  /** Only plots of these strata, separated by commas; left out, of all. */
  @IsOmittable()
  @IsShaped(new RegExp(`^${UUID}(,${UUID}){0,99}$`), 'UUIDs of strata, separated by commas')
  strata?: string;
}

/** Who watches a survey, where somebody is at work on a plot. */
export class LiveQueryDto {
  @IsOmittable()
  @IsUUID(undefined, { message: 'must be the UUID of a plot' })
  plot?: string;

  @IsOmittable()
  @IsLine(60)
  crew?: string;

  @IsOmittable()
  @IsLine(60)
  device?: string;
}
