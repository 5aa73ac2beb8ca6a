import { useEffect, useState } from 'react';
import { call, errorText } from '../../client/api.ts';
import { Alert } from '../feedback/Alert.tsx';
import { Loading } from '../feedback/Loading.tsx';
import { DataTable } from './DataTable.tsx';
import { tableFigure } from '../../messages/figures.ts';
import { t } from '../../messages/text.ts';

interface Cell {
  readonly text: string;
  readonly href?: string;
}

interface Table {
  readonly title: string;
  readonly columns: readonly { readonly name: string; readonly kind: 'text' | 'number' }[];
  readonly rows: readonly (readonly Cell[])[];
}

export interface LongTableProps {
  /** Address of the table as JSON. */
  readonly source: string;
  readonly title: string;
}

const ROW_PX = 41;
const HEAD_PX = 44;
/** Room that a character takes, in ch: the columns keep their widths whatever is in sight. */
const ROOM = 1.15;

/** A table of very many rows in a window of its own: only those in sight are drawn. */
export function LongTable({ source, title }: LongTableProps) {
  const [table, setTable] = useState<Table | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    call<Table>('GET', source).then(setTable, (error: unknown) => {
      setTrouble(errorText(error));
    });
  }, [source]);
  if (trouble !== null) return <Alert>{trouble}</Alert>;
  if (table === null) return <Loading className="py-6">{t('ui.loading-the-table', 'Loading the table…')}</Loading>;
  const { rows } = table;
  return (
    <DataTable<readonly Cell[]>
      caption={title}
      isCaptionHidden
      rows={rows}
      keyOf={(_row, i) => String(i)}
      window={{
        label: t('ui.rows', '{title}, {rows} rows', { title, rows: String(rows.length) }),
        rowPx: ROW_PX,
        headPx: HEAD_PX,
      }}
      columns={table.columns.map(({ name, kind }, i) => ({
        id: name,
        head: name,
        kind,
        className: kind === 'number' ? 'whitespace-nowrap' : '',
        width: `${String(widthOf(name, rows, i) * ROOM)}ch`,
        cell: (row) => <CellText {...row[i]} isNumber={kind === 'number'} />,
      }))}
    />
  );
}

/** The most characters in a column; its head may break between words. */
const widthOf = (name: string, rows: Table['rows'], column: number): number =>
  Math.max(...name.split(/\s/).map((word) => word.length), ...rows.map((row) => row[column]?.text.length ?? 0));

const CellText = ({ text = '', href, isNumber }: Partial<Cell> & { readonly isNumber: boolean }) =>
  href === undefined ? (
    isNumber ? (
      tableFigure(text)
    ) : (
      text
    )
  ) : (
    <a className="inline-block min-h-6 min-w-11 font-bold underline" href={href}>
      {text}
    </a>
  );
