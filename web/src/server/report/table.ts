import { printRounded, printStandardError } from '@arbolito/core/units';
import { say } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** A cell as it is shown, and the value behind it; page, print, PDF and workbook show the same text. */
export interface Cell {
  readonly text: string;
  /** Null where there is nothing to calculate with. */
  readonly value: number | null;
  /** Decimals shown; for the number format of a workbook. */
  readonly decimals?: number;
  readonly href?: string;
  /** Half the width of an interval as a share of its middle: drawn as a bar on the page. */
  readonly halfWidthShare?: number;
}

export interface ReportColumn {
  readonly name: string;
  /** Numbers stand at the right, with figures of one width. */
  readonly kind: 'text' | 'number';
}

/** One table of a report, with its unit in the heads of its columns. */
export interface ReportTable {
  /** Short name, unique in a report: of the sheet in a workbook, and of its file. */
  readonly id: string;
  readonly title: string;
  readonly columns: readonly ReportColumn[];
  readonly rows: readonly (readonly Cell[])[];
  /** The row that sums up the others. */
  readonly total?: readonly Cell[];
  readonly notes: readonly Text[];
}

export const words = (text: Text, href?: string): Cell => ({
  text: say(text),
  value: null,
  ...(href === undefined ? {} : { href }),
});

const DASH: Cell = { text: '—', value: null };

export const figure = (value: number | null | undefined, decimals: number): Cell =>
  value === null || value === undefined || !Number.isFinite(value)
    ? DASH
    : { text: printRounded(value, decimals), value: Number(printRounded(value, decimals)), decimals };

/** A standard error; or why there is none. */
export const errorCell = (value: number | null | undefined, none: Text = '—'): Cell =>
  value === null || value === undefined || !Number.isFinite(value)
    ? words(none)
    : {
        text: `± ${printStandardError(value)}`,
        value: Number(printStandardError(value)),
        decimals: (printStandardError(value).split('.')[1] ?? '').length,
      };

export const text = (name: Text): ReportColumn => ({ name: say(name), kind: 'text' });
export const number = (name: Text): ReportColumn => ({ name: say(name), kind: 'number' });
