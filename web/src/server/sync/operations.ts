import type { ClassConstructor } from 'class-transformer';
import { type OperationDto, ConflictDecisionDto } from '../../contracts/sync.ts';
import { ActDto, NewTreeDto, PlotCorrectionDto, TreeCorrectionDto, TreeDeletionDto } from '../../contracts/tree.ts';
import type { WrittenDto } from '../../contracts/written.ts';
import { checked } from '../body.ts';
import { isUuid } from '../endpoint.ts';
import { invalidField, type Problem } from '../problem.ts';
import { t } from '../../messages/text.ts';

/** What became of an operation: an answer as the write itself would get it, or why it was not taken. */
export type OperationOutcome =
  | { readonly answer: unknown; readonly subjectId: string; readonly plotId: string | null }
  | { readonly problem: Problem };

/** An operation whose body is of its contract. `id` is the identifier in its address, for a new tree its own. */
export type KnownOperation = { readonly sent: OperationDto } & (
  | { readonly kind: 'tree'; readonly id: string; readonly body: NewTreeDto }
  | { readonly kind: 'correction'; readonly id: string; readonly body: TreeCorrectionDto }
  | { readonly kind: 'deletion'; readonly id: string; readonly body: TreeDeletionDto }
  | { readonly kind: 'undo'; readonly id: string; readonly body: ActDto }
  | { readonly kind: 'plot'; readonly id: string; readonly body: PlotCorrectionDto }
  | { readonly kind: 'decision'; readonly id: string; readonly body: ConflictDecisionDto }
);
export type OperationKind = KnownOperation['kind'];

interface Kind {
  readonly kind: OperationKind;
  readonly method: OperationDto['method'];
  /** The address of the write; its first group is an identifier. */
  readonly path: RegExp;
  readonly contract: ClassConstructor<WrittenDto>;
}

/** The writes that a device may keep until it can send them. */
const KINDS: readonly Kind[] = [
  { kind: 'tree', method: 'POST', path: /^\/api\/trees$/, contract: NewTreeDto },
  { kind: 'correction', method: 'POST', path: /^\/api\/trees\/([^/]+)\/corrections$/, contract: TreeCorrectionDto },
  { kind: 'deletion', method: 'DELETE', path: /^\/api\/trees\/([^/]+)$/, contract: TreeDeletionDto },
  { kind: 'undo', method: 'POST', path: /^\/api\/corrections\/([^/]+)\/undo$/, contract: ActDto },
  { kind: 'plot', method: 'POST', path: /^\/api\/plots\/([^/]+)\/corrections$/, contract: PlotCorrectionDto },
  { kind: 'decision', method: 'POST', path: /^\/api\/conflicts\/([^/]+)\/decision$/, contract: ConflictDecisionDto },
];

/**
 * Reads an operation: it is checked as the write that it is.
 *
 * @throws Problem 422 with a pointer to the field
 */
export async function readOperation(sent: OperationDto): Promise<KnownOperation> {
  const found = KINDS.map((each) => ({ ...each, match: each.path.exec(sent.path) })).find(
    ({ method, match }) => method === sent.method && match !== null,
  );
  const id = found?.match?.[1];
  if (found === undefined || (id !== undefined && !isUuid(id)))
    throw invalidField(
      '/path',
      'path-unknown',
      t('server.write-cannot-be-kept', '{method} {path} is no write that a device can keep.', {
        method: sent.method,
        path: sent.path,
      }),
    );
  const body = await checked(found.contract, sent.body);
  if (body.id !== sent.id)
    throw invalidField(
      '/body/id',
      'id-differs',
      t('server.operation-and-write-have-one-id', 'The operation and its write must have the same id.'),
    );
  // Checked without unknown fields, the JSON itself is the contract: plain data, as it was sent.
  return { sent, kind: found.kind, id: id?.toLowerCase() ?? body.id, body: sent.body } as KnownOperation;
}
