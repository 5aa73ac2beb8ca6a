import { useEffect, useState } from 'react';
import { call } from '../client/api.ts';
import { RoomOfRows, useLongRows } from './use-long-rows.tsx';

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
      setTrouble(error instanceof Error ? error.message : 'The table could not be read.');
    });
  }, [source]);
  const rows = table?.rows ?? [];
  const { scroller, drawn, beforePx, behindPx, measure } = useLongRows(rows.length, ROW_PX, HEAD_PX);
  if (table === null)
    return (
      <p role={trouble === null ? 'status' : 'alert'} className="py-6">
        {trouble ?? 'Reading the table …'}
      </p>
    );
  const widths = table.columns.map(({ name }, i) =>
    Math.max(...name.split(/\s/).map((word) => word.length), ...rows.map((row) => row[i]?.text.length ?? 0)),
  );
  const isNumber = (i: number): boolean => table.columns[i]?.kind === 'number';
  return (
    <div
      ref={scroller}
      className="max-h-[70dvh] overflow-auto border-y border-line"
      tabIndex={0}
      role="group"
      aria-label={`${title}, ${String(rows.length)} rows`}
    >
      <table className="rows w-full" aria-rowcount={rows.length + 1} aria-label={title}>
        <colgroup>
          {widths.map((width, i) => (
            <col key={i} style={{ width: `${String(width * ROOM)}ch` }} />
          ))}
        </colgroup>
        <thead className="sticky top-0 bg-paper">
          <tr aria-rowindex={1}>
            {table.columns.map(({ name, kind }) => (
              <th key={name} scope="col" className={kind === 'number' ? '!text-right' : ''}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <RoomOfRows px={beforePx} />
        {drawn.map((index) => (
          <tbody key={index} ref={measure} data-index={index}>
            <tr aria-rowindex={index + 2}>
              {(rows[index] ?? []).map(({ text, href }, i) => (
                <td key={i} className={isNumber(i) ? 'num whitespace-nowrap' : ''}>
                  {href === undefined ? (
                    text
                  ) : (
                    <a className="inline-block min-h-6 min-w-11 font-bold underline" href={href}>
                      {text}
                    </a>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        ))}
        <RoomOfRows px={behindPx} />
      </table>
    </div>
  );
}
