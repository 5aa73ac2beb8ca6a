import { useEffect, useRef, type RefObject } from 'react';
import { init, type EChartsCoreOption } from 'echarts/core';

/** What a chart takes from the theme. */
export interface ChartLook {
  readonly token: (name: string) => string;
  readonly text: { readonly color: string; readonly fontFamily: string; readonly fontSize: number };
  readonly axis: Readonly<Record<string, unknown>>;
}

const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** A chart in an element: drawn anew when its content, its size or the theme changes. */
export function useChart(
  option: (look: ChartLook) => EChartsCoreOption,
  content: readonly unknown[],
): RefObject<HTMLDivElement | null> {
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { current } = element;
    if (current === null) return;
    const chart = init(current, null, { renderer: 'svg' });
    const draw = (): void => {
      const text = {
        color: token('--ink'),
        fontFamily: token('--font-sans') || 'Atkinson Hyperlegible Next Variable',
        fontSize: 14,
      };
      const axis = {
        axisLine: { lineStyle: { color: token('--edge') } },
        axisLabel: text,
        nameTextStyle: text,
        splitLine: { lineStyle: { color: token('--line') } },
      };
      chart.setOption({ animation: false, textStyle: text, ...option({ token, text, axis }) });
    };
    draw();
    const resized = new ResizeObserver(() => {
      chart.resize();
    });
    resized.observe(current);
    const themed = new MutationObserver(draw);
    themed.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => {
      resized.disconnect();
      themed.disconnect();
      chart.dispose();
    };
  }, content);
  return element;
}
