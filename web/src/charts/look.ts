import { localFigureIfAny } from '../messages/figures.ts';

/** How large a chart is drawn, px. */
export interface ChartSize {
  readonly widthPx: number;
  readonly heightPx: number;
}

/** What a chart takes from where it is drawn: the theme of a page, or ink on paper, and its size. */
export interface ChartLook {
  readonly token: (name: string) => string;
  readonly text: { readonly color: string; readonly fontFamily: string; readonly fontSize: number };
  readonly axis: Readonly<Record<string, unknown>>;
  readonly size: ChartSize;
}

/** The look of a chart from its tones and typeface. */
export function chartLook(
  token: (name: string) => string,
  fontFamily: string,
  size: ChartSize,
  fontSize = 14,
): ChartLook {
  const text = { color: token('--ink'), fontFamily, fontSize };
  return {
    token,
    text,
    size,
    axis: {
      axisLine: { lineStyle: { color: token('--edge') } },
      axisLabel: { ...text, hideOverlap: true, formatter: (value: unknown) => localFigureIfAny(String(value)) },
      nameTextStyle: text,
      splitLine: { lineStyle: { color: token('--line') } },
    },
  };
}

/** Room that the mark and the gaps of a legend's entry take, px, and the width of a letter as a share of its height. */
const LEGEND_ENTRY_PX = 46;
const LETTER_SHARE = 0.56;

/** Height of a legend above a chart: its entries wrap where they do not fit side by side. */
export function legendHeightPx(names: readonly string[], { text, size }: ChartLook): number {
  let rows = 1;
  let used = 0;
  for (const name of names) {
    const width = LEGEND_ENTRY_PX + LETTER_SHARE * text.fontSize * name.length;
    if (used > 0 && used + width > size.widthPx) {
      rows += 1;
      used = 0;
    }
    used += width;
  }
  return rows * (text.fontSize + 12);
}

/** Tones that tell series apart, with patterns where colours cannot. */
export const TONES = ['--lichen', '--bark', '--sky', '--paint', '--edge', '--ink'] as const;
