import { mergeChange, treeFacts, type TreeContent, type TreeFacts } from '@arbolito/core/tree';
import type { ConflictDecisionDto } from '../../contracts/sync.ts';
import type { NewTreeDto, TreeCorrectionDto, TreeDeletionDto } from '../../contracts/tree.ts';

/** An operation of the log, in the order in which it was taken. */
export interface LoggedOperation {
  readonly id: string;
  readonly device: string;
  readonly method: string;
  readonly path: string;
  readonly body: object;
}

interface ModelTree {
  readonly plotId: string;
  facts: Record<string, string>;
  isDeleted: boolean;
}

interface ModelConflict {
  readonly kind: 'change' | 'deletion' | 'tag';
  readonly subjectId: string;
  readonly fact: string;
  readonly device: string;
  change: object;
  factText: string;
}

type Content = TreeContent & { readonly seen?: TreeFacts };

const isEqual = (a: TreeFacts, b: TreeFacts): boolean => Object.keys(changesBetween(a, b)).length === 0;

function changesBetween(a: TreeFacts, b: TreeFacts): TreeFacts {
  const names = new Set([...Object.keys(a), ...Object.keys(b)]);
  return Object.fromEntries([...names].filter((name) => a[name] !== b[name]).map((name) => [name, a[name] ?? '']));
}

/**
 * The record as it has to be after a log of operations, worked out in the plainest way: every fact of a tree is one text, a
 * change that did not see the text that is there waits for a person. Knows nothing of tables, transactions and requests.
 */
export class RecordModel {
  readonly trees = new Map<string, ModelTree>();
  conflicts: ModelConflict[] = [];
  readonly #decided = new Set<string>();

  /** @param conflictOf what conflict a decision is about, by its identifier */
  constructor(private readonly conflictOf: (id: string) => Omit<ModelConflict, 'change' | 'factText'> | undefined) {}

  take({ device, method, path, body }: LoggedOperation): void {
    const [, kind, id = ''] = /^\/api\/(trees|conflicts)(?:\/([^/]+))?/.exec(path) ?? [];
    if (kind === 'conflicts') this.#decide(id, body as ConflictDecisionDto);
    else if (kind !== 'trees') return;
    else if (method === 'DELETE') this.#delete(device, id, body as TreeDeletionDto);
    else if (id === '') this.#create(device, body as NewTreeDto);
    else this.#correct(device, id, body as TreeCorrectionDto);
  }

  #isTagUsed(plotId: string, tag: string, except = ''): boolean {
    return [...this.trees].some(
      ([id, tree]) => id !== except && !tree.isDeleted && tree.plotId === plotId && tree.facts.tag === tag,
    );
  }

  #waiting(subjectId: string): ModelConflict | undefined {
    return this.conflicts.find((each) => each.kind === 'tag' && each.subjectId === subjectId);
  }

  #close(conflict: ModelConflict): void {
    this.conflicts = this.conflicts.filter((each) => each !== conflict);
  }

  #dispute(conflict: ModelConflict, seen?: string): void {
    const before = this.conflicts.find(
      ({ kind, subjectId, fact, device, factText }) =>
        kind === conflict.kind &&
        subjectId === conflict.subjectId &&
        fact === conflict.fact &&
        device === conflict.device &&
        (fact === 'tree' || factText === seen),
    );
    if (before === undefined) this.conflicts.push(conflict);
    else Object.assign(before, { change: conflict.change, factText: conflict.factText });
  }

  #create(device: string, tree: NewTreeDto): void {
    const { id, plotId, tag } = tree;
    if (this.#isTagUsed(plotId, tag))
      this.#dispute({ kind: 'tag', subjectId: id, fact: 'tag', device, change: tree, factText: tag });
    else this.trees.set(id, { plotId, facts: { ...treeFacts(tree) }, isDeleted: false });
  }

  #correct(device: string, id: string, change: TreeCorrectionDto): void {
    const waiting = this.#waiting(id);
    const mine = treeFacts(change);
    if (waiting !== undefined) {
      const { plotId } = waiting.change as NewTreeDto;
      Object.assign(waiting, { change: { ...waiting.change, ...change, id }, factText: change.tag });
      if (this.#isTagUsed(plotId, change.tag)) return;
      this.#close(waiting);
      this.trees.set(id, { plotId, facts: { ...mine }, isDeleted: false });
      return;
    }
    const tree = this.trees.get(id);
    const { seen = {} } = change as Content;
    if (tree === undefined) return;
    if (tree.isDeleted) {
      this.#dispute({ kind: 'change', subjectId: id, fact: 'tree', device, change, factText: '' });
      return;
    }
    const { taken, disputed } = mergeChange(seen, mine, tree.facts);
    const isTagTaken = taken.includes('tag') && this.#isTagUsed(tree.plotId, change.tag, id);
    for (const fact of [...disputed, ...(isTagTaken ? ['tag'] : [])])
      this.#dispute({ kind: 'change', subjectId: id, fact, device, change, factText: mine[fact] ?? '' }, seen[fact]);
    for (const fact of taken) if (fact !== 'tag' || !isTagTaken) this.#set(tree, fact, mine[fact]);
  }

  #set(tree: ModelTree, fact: string, text: string | undefined): void {
    if (text === undefined)
      tree.facts = Object.fromEntries(Object.entries(tree.facts).filter(([name]) => name !== fact));
    else tree.facts[fact] = text;
  }

  #delete(device: string, id: string, deletion: TreeDeletionDto): void {
    const waiting = this.#waiting(id);
    if (waiting !== undefined) {
      this.#close(waiting);
      return;
    }
    const tree = this.trees.get(id);
    if (tree === undefined || tree.isDeleted) return;
    if (deletion.seen === undefined || isEqual(deletion.seen, tree.facts)) tree.isDeleted = true;
    else this.#dispute({ kind: 'deletion', subjectId: id, fact: 'tree', device, change: deletion, factText: '' });
  }

  #decide(id: string, { keep, tag }: ConflictDecisionDto): void {
    if (this.#decided.has(id)) return;
    this.#decided.add(id);
    const about = this.conflictOf(id);
    const conflict = this.conflicts.find(
      (each) =>
        each.kind === about?.kind &&
        each.subjectId === about.subjectId &&
        each.fact === about.fact &&
        each.device === about.device,
    );
    if (conflict === undefined) return;
    this.#close(conflict);
    if (keep === 'record') return;
    if (conflict.kind === 'tag') {
      const tree = conflict.change as NewTreeDto;
      const facts = { ...treeFacts(tree), tag: tag ?? tree.tag };
      this.trees.set(conflict.subjectId, { plotId: tree.plotId, facts, isDeleted: false });
      return;
    }
    const tree = this.trees.get(conflict.subjectId);
    if (tree === undefined) return;
    if (conflict.kind === 'deletion') {
      tree.isDeleted = true;
      return;
    }
    const mine = { ...treeFacts(conflict.change as TreeCorrectionDto), ...(tag === undefined ? {} : { tag }) };
    tree.isDeleted = false;
    if (conflict.fact === 'tree') tree.facts = { ...mine };
    else this.#set(tree, conflict.fact, (mine as TreeFacts)[conflict.fact]);
  }

  /** Facts of the trees of a plot that are not deleted, by identifier. */
  factsOf(plotId: string): Readonly<Record<string, TreeFacts>> {
    return Object.fromEntries(
      [...this.trees]
        .filter(([, tree]) => tree.plotId === plotId && !tree.isDeleted)
        .map(([id, { facts }]) => [id, facts]),
    );
  }

  /** What is disputed, in any order of asking. */
  openConflicts(): readonly string[] {
    return this.conflicts.map(({ kind, subjectId, fact, device }) => [kind, subjectId, fact, device].join(' ')).sort();
  }
}
