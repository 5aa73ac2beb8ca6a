import type { FileErrorView } from '../../contracts/exchange.ts';
import { TREE_FIELDS, type TreeField } from '@arbolito/core/tree-file';
import type { Text } from '@arbolito/core/message';

const MOST_ERRORS = 50;

/** Errors of a file: the first ones word for word, the others counted. */
export class FileErrors {
  count = 0;
  readonly list: FileErrorView[] = [];

  add(row: number, field: TreeField, message: Text): void {
    this.count += 1;
    if (this.list.length < MOST_ERRORS) this.list.push({ row, field, column: TREE_FIELDS[field].label, message });
  }
}
