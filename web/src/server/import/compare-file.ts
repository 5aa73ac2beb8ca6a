import type { FigureRow } from '../../computation/tree-figures.ts';
import {
  changesOf,
  type FieldChange,
  type FileTree,
  type Matching,
  type TreeOnRecord,
  touchesDiameter,
  touchesHeight,
  TREE_FIELDS,
} from '@arbolito/core/tree-file';
import type { FileComparison, RowChange } from '../../contracts/exchange.ts';
import type { SurveyView } from '../../contracts/views.ts';
import type { RowProblem } from './plots-and-tags.ts';
import { t } from '../../messages/text.ts';

/** Rows that are listed one by one. */
const MOST_LISTED = 300;

/** A tree on the record, with the plot that it stands on. */
export interface KnownTree extends TreeOnRecord {
  readonly id: string;
  readonly plot: string;
  /** It has more than one stem, or heights beside the first: its sheet changes them. */
  readonly hasStems: boolean;
  readonly hasHeights: boolean;
}

/** A row of a file of a tree that is on the record. */
export interface ChangedRow {
  readonly row: number;
  readonly treeId: string;
  readonly file: FileTree;
  readonly changes: readonly FieldChange[];
}

/** What a row is to the record. */
export type Compared =
  | { readonly kind: 'new' }
  | { readonly kind: 'same' }
  | { readonly kind: 'changed'; readonly changed: ChangedRow }
  | { readonly kind: 'wrong'; readonly problems: readonly RowProblem[] };

/** The trees of the record as a file is compared with them. */
export function knownTrees(
  figures: readonly FigureRow[],
  labels: ReadonlyMap<string, string>,
  several: { readonly stems: ReadonlySet<string>; readonly heights: ReadonlySet<string> },
): KnownTree[] {
  return figures.map(({ treeId, plotId, tag, speciesCode, dbhCm, diametersCm, heightM, notes }) => ({
    id: treeId,
    plot: labels.get(plotId) ?? '',
    tag,
    speciesCode,
    dbhCm: dbhCm ?? (diametersCm.length === 0 ? null : Math.hypot(...diametersCm)),
    heightM,
    notes,
    hasStems: several.stems.has(treeId),
    hasHeights: several.heights.has(treeId),
  }));
}

/** Holds the rows of a file against the trees of the record. */
export class RecordComparison {
  private readonly byId = new Map<string, KnownTree>();
  private readonly byName = new Map<string, KnownTree>();
  private readonly seen = new Set<string>();
  private added = 0;
  private changed = 0;
  private same = 0;
  private readonly rows: RowChange[] = [];

  constructor(
    private readonly survey: SurveyView,
    private readonly trees: readonly KnownTree[],
  ) {
    for (const tree of trees) {
      this.byId.set(tree.id, tree);
      this.byName.set(`${tree.plot} ${tree.tag}`, tree);
    }
  }

  /** The tree on the record that a row is of: by its identifier, else by plot and tag. */
  private treeOf({ id, plot, tag }: FileTree): KnownTree | undefined {
    return (id === null ? undefined : this.byId.get(id)) ?? this.byName.get(`${plot} ${tag}`);
  }

  private wrongWith(known: KnownTree, file: FileTree, changes: readonly FieldChange[]): RowProblem[] {
    const { plot, tag } = known;
    if (this.seen.has(known.id))
      return [
        {
          field: 'tag',
          message: t('server.tree-twice-in-file', 'Tree {tag} of plot {plot} is in the file twice.', { tag, plot }),
        },
      ];
    if (file.plot !== plot)
      return [
        {
          field: 'plot',
          message: t('server.tree-stands-on-plot', 'Tree {tag} is on plot {plot}. A file cannot move it.', {
            tag,
            plot,
          }),
        },
      ];
    if (known.hasStems && touchesDiameter(changes))
      return [
        {
          field: changes.find((change) => touchesDiameter([change]))?.field ?? 'dbh',
          message: t('server.tree-has-several-stems', 'Tree {tag} has several stems. Change them on its sheet.', {
            tag,
          }),
        },
      ];
    if (known.hasHeights && touchesHeight(changes))
      return [
        {
          field: 'height',
          message: t('server.tree-has-several-heights', 'Tree {tag} has several heights. Change them on its sheet.', {
            tag,
          }),
        },
      ];
    return [];
  }

  /** Compares a row that was read. */
  take(file: FileTree, row: number, matching: Matching): Compared {
    const known = this.treeOf(file);
    if (known === undefined) {
      this.added += 1;
      this.list({ row, plot: file.plot, tag: file.tag, kind: 'new', fields: [] });
      return { kind: 'new' };
    }
    const changes = changesOf(file, known, matching, this.survey);
    const problems = this.wrongWith(known, file, changes);
    this.seen.add(known.id);
    if (problems.length > 0) return { kind: 'wrong', problems };
    if (changes.length === 0) {
      this.same += 1;
      return { kind: 'same' };
    }
    this.changed += 1;
    const fields = changes.map((change) => ({ ...change, column: TREE_FIELDS[change.field].label }));
    this.list({ row, plot: known.plot, tag: known.tag, kind: 'changed', fields });
    return { kind: 'changed', changed: { row, treeId: known.id, file, changes } };
  }

  private list(change: RowChange): void {
    if (this.rows.length < MOST_LISTED) this.rows.push(change);
  }

  /** Trees of the record that the file does not have, in their order. */
  missing(): readonly KnownTree[] {
    const { compare } = new Intl.Collator('en', { numeric: true });
    return this.trees
      .filter(({ id }) => !this.seen.has(id))
      .sort((a, b) => compare(a.plot, b.plot) || compare(a.tag, b.tag));
  }

  summary(revision: string): FileComparison {
    const missing = this.missing();
    return {
      revision,
      added: this.added,
      changed: this.changed,
      same: this.same,
      missing: missing.length,
      rows: this.rows,
      missingTrees: missing.slice(0, MOST_LISTED).map(({ plot, tag }, i) => ({ no: i + 1, plot, tag })),
    };
  }
}

/** Reads a list of numbers such as `3,7-9`. */
export function isInList(list: string | undefined): (value: number) => boolean {
  const spans = (list ?? '')
    .split(',')
    .filter((part) => part !== '')
    .map((part) => {
      const [from = '', to = from] = part.split('-');
      return [Number(from), Number(to)] as const;
    });
  return (value) => spans.some(([from, to]) => value >= from && value <= to);
}
