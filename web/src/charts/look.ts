/** What a chart takes from where it is drawn: the theme of a page, or ink on paper. */
export interface ChartLook {
  readonly token: (name: string) => string;
  readonly text: { readonly color: string; readonly fontFamily: string; readonly fontSize: number };
  readonly axis: Readonly<Record<string, unknown>>;
}

/** The look of a chart from its tones and typeface. */
export function chartLook(token: (name: string) => string, fontFamily: string, fontSize = 14): ChartLook {
  const text = { color: token('--ink'), fontFamily, fontSize };
  return {
    token,
    text,
    axis: {
      axisLine: { lineStyle: { color: token('--edge') } },
      axisLabel: text,
      nameTextStyle: text,
      splitLine: { lineStyle: { color: token('--line') } },
    },
  };
}

/** Tones that tell series apart, with patterns where colours cannot. */
export const TONES = ['--lichen', '--bark', '--sky', '--paint', '--edge', '--ink'] as const;
