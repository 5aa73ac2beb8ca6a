import { useEffect, useRef, type RefObject } from 'react';
import { init, type EChartsCoreOption } from 'echarts/core';
import { chartLook, type ChartLook } from '../charts/look.ts';

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
      const look = chartLook(token, token('--font-sans') || 'Atkinson Hyperlegible Next Variable', {
        widthPx: current.clientWidth,
        heightPx: current.clientHeight,
      });
      chart.setOption({ animation: false, textStyle: look.text, ...option(look) });
    };
    draw();
    const resized = new ResizeObserver(() => {
      chart.resize();
      draw();
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
