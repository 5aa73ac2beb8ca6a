import { createColumnHelper, flexRender, getCoreRowModel, type RowData, useReactTable } from '@tanstack/react-table';
import type { ComponentProps, ReactNode } from 'react';
import { localFigureIfAny } from '../../messages/figures.ts';
import { RoomOfRows, useLongRows } from './use-long-rows.tsx';

type ColumnKind = 'text' | 'number' | 'row-head';

declare module '@tanstack/react-table' {
  // The type parameters are those of the library.
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  interface ColumnMeta<TData extends RowData, TValue> {
    readonly kind: ColumnKind;
    readonly className: string;
    readonly cellClassName: string;
  }
}

/** A column: its head, and what stands in each of its cells. */
export interface Column<T> {
  readonly id: string;
  readonly head: ReactNode;
  readonly cell: (row: T, index: number) => ReactNode;
  /** Numbers stand on the right; the head of a row names it. Text where left out. */
  readonly kind?: ColumnKind;
  /** Of head and cells. */
  readonly className?: string;
  /** Of the cells alone. */
  readonly cellClassName?: string;
  /** Where it is kept whatever rows are drawn, as CSS writes it. */
  readonly width?: string;
}

interface DataTableProps<T> {
  /** Name of the table; read out even where it is not shown. */
  readonly caption: ReactNode;
  readonly isCaptionHidden?: boolean;
  readonly columns: readonly Column<T>[];
  readonly rows: readonly T[];
  readonly keyOf: (row: T, index: number) => string;
  /** Said in place of rows where there are none. */
  readonly empty?: ReactNode;
  readonly hasHead?: boolean;
  readonly rowProps?: (row: T, index: number) => ComponentProps<'tr'> & { readonly 'data-testid'?: string };
  readonly className?: string;
  /** A table of very many rows has a window of its own, in which only those in sight are drawn. */
  readonly window?: { readonly label: string; readonly rowPx: number; readonly headPx: number };
}

const CELL: Readonly<Record<ColumnKind, string>> = { text: '', number: 'num', 'row-head': '!text-base !text-ink' };

/** A table of rows of one kind. */
export function DataTable<T>({
  caption,
  isCaptionHidden = false,
  columns,
  rows,
  keyOf,
  empty,
  hasHead = true,
  rowProps,
  className = '',
  window,
}: DataTableProps<T>) {
  const helper = createColumnHelper<T>();
  const table = useReactTable<T>({
    data: rows as T[],
    columns: columns.map(({ id, head, cell, kind = 'text', className: own = '', cellClassName = '' }) =>
      helper.display({
        id,
        header: () => head,
        cell: ({ row }) => {
          const content = cell(row.original, row.index);
          return kind === 'number' && typeof content === 'string' ? localFigureIfAny(content) : content;
        },
        meta: { kind, className: own, cellClassName },
      }),
    ),
    getRowId: keyOf,
    getCoreRowModel: getCoreRowModel(),
  });
  const { scroller, drawn, beforePx, behindPx, measure } = useLongRows(
    window === undefined ? 0 : rows.length,
    window?.rowPx ?? 1,
    window?.headPx ?? 0,
  );
  const model = table.getRowModel().rows;
  const shown = window === undefined ? model : drawn.flatMap((index) => model[index] ?? []);
  const content = (
    <table
      className={`rows w-full ${className}`}
      {...(window === undefined ? {} : { 'aria-rowcount': rows.length + 1 })}
    >
      <caption className={isCaptionHidden ? 'sr-only' : 'pb-1 text-left'}>{caption}</caption>
      {columns.some(({ width }) => width !== undefined) && (
        <colgroup>
          {columns.map(({ id, width }) => (
            <col key={id} style={{ width }} />
          ))}
        </colgroup>
      )}
      {hasHead && (
        <thead className={window === undefined ? '' : 'sticky top-0 bg-paper'}>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map(({ id, column, getContext }) => (
                <th
                  key={id}
                  scope="col"
                  className={`${column.columnDef.meta?.kind === 'number' ? '!text-right' : ''} ${column.columnDef.meta?.className ?? ''}`}
                >
                  {flexRender(column.columnDef.header, getContext())}
                </th>
              ))}
            </tr>
          ))}
        </thead>
      )}
      {window !== undefined && <RoomOfRows px={beforePx} />}
      {shown.map((row) => (
        <tbody key={row.id} {...(window === undefined ? {} : { ref: measure, 'data-index': row.index })}>
          <tr
            {...(window === undefined ? {} : { 'aria-rowindex': row.index + 2 })}
            {...rowProps?.(row.original, row.index)}
          >
            {row.getVisibleCells().map(({ id, column, getContext }) => {
              const { kind = 'text', className: own = '', cellClassName = '' } = column.columnDef.meta ?? {};
              const text = flexRender(column.columnDef.cell, getContext());
              return kind === 'row-head' ? (
                <th key={id} scope="row" className={`${CELL[kind]} ${own} ${cellClassName}`}>
                  {text}
                </th>
              ) : (
                <td key={id} className={`${CELL[kind]} ${own} ${cellClassName}`}>
                  {text}
                </td>
              );
            })}
          </tr>
        </tbody>
      ))}
      {window !== undefined && <RoomOfRows px={behindPx} />}
      {rows.length === 0 && empty !== undefined && (
        <tbody>
          <tr>
            <td colSpan={columns.length}>{empty}</td>
          </tr>
        </tbody>
      )}
    </table>
  );
  return window === undefined ? (
    content
  ) : (
    <div
      ref={scroller}
      className="max-h-[70dvh] overflow-auto border-y border-line"
      tabIndex={0}
      role="group"
      aria-label={window.label}
    >
      {content}
    </div>
  );
}
