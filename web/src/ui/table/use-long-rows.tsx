import { useEffect, useRef, type RefObject } from 'react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useSize } from '../use-media.ts';

/** So many rows are drawn whole: browsers do that at once, and all of them can be searched and printed. */
const DRAWN_WHOLE = 150;
const OVERSCAN = 6;

export interface LongRows {
  /** Goes onto the element that scrolls. */
  readonly scroller: RefObject<HTMLDivElement | null>;
  /** Indices of the rows to draw, rising. */
  readonly drawn: readonly number[];
  /** Room of the rows before and behind those, in px. */
  readonly beforePx: number;
  readonly behindPx: number;
  /** Goes onto each row with `data-index`, so that its height is known. */
  readonly measure: (element: Element | null) => void;
}

/**
 * Rows of which only those in sight are drawn, where there are very many.
 *
 * @param rowPx about how high a row is
 * @param headPx height of a head that stays on top of them
 * @param shown index of a row to bring into sight; −1 for none
 */
export function useLongRows(count: number, rowPx: number, headPx: number, shown = -1): LongRows {
  const scroller = useRef<HTMLDivElement>(null);
  const isLong = count > DRAWN_WHOLE;
  const virtual = useVirtualizer<HTMLDivElement, Element>({
    count,
    enabled: isLong,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: OVERSCAN,
    scrollPaddingStart: headPx,
  });
  // A smaller window, such as under a taller key pad, must not hide the row either.
  const { height } = useSize(scroller);
  useEffect(() => {
    if (shown < 0) return;
    if (isLong) virtual.scrollToIndex(shown, { align: 'auto' });
    else scroller.current?.querySelector(`[data-index="${String(shown)}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [shown, isLong, virtual, height]);
  const items = virtual.getVirtualItems();
  return {
    scroller,
    drawn: isLong ? items.map(({ index }) => index) : Array.from({ length: count }, (_, index) => index),
    beforePx: isLong ? (items[0]?.start ?? 0) : 0,
    behindPx: isLong ? virtual.getTotalSize() - (items.at(-1)?.end ?? 0) : 0,
    measure: virtual.measureElement,
  };
}

/** The room of rows that are not drawn, inside a table. */
export function RoomOfRows({ px }: { readonly px: number }) {
  return px <= 0 ? null : (
    <tbody aria-hidden="true">
      <tr>
        <td className="!border-0 !p-0" style={{ height: px }} />
      </tr>
    </tbody>
  );
}
