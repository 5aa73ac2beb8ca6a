import type { FileErrorView } from '../../contracts/exchange.ts';
import type { Text } from '@arbolito/core/message';

const MOST_ERRORS = 50;

/** Errors of a file: the first ones word for word, the others counted. */
export class FileErrors {
  count = 0;
  readonly list: FileErrorView[] = [];

  add(row: number, column: Text, message: Text): void {
    this.count += 1;
    if (this.list.length < MOST_ERRORS) this.list.push({ row, column, message });
  }
}
