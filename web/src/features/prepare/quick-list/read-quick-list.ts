import type { LineProblem } from '../../../ui/lines/read-lines.ts';
import { readQuick } from '../../../ui/quick-figure.ts';

/** A plot as far as its quick figure goes. */
export interface QuickPlot {
  readonly id: string;
  readonly label: string;
  readonly quick: number | null;
}

/** The plots of a survey with their quick figures, one to a line; a plot without one stands alone. */
export const quickLines = (plots: readonly QuickPlot[]): string =>
  plots.map(({ label, quick }) => (quick === null ? label : `${label} ${String(quick)}`)).join('\n');

/**
 * Reads quick figures, a plot and its figure on a line.
 *
 * @returns those that are new or changed, and what is wrong with the other lines
 */
export function readQuickList(
  text: string,
  plots: readonly QuickPlot[],
): {
  readonly changed: readonly { readonly plotId: string; readonly quick: number }[];
  readonly problems: readonly LineProblem[];
} {
  const byLabel = new Map(plots.map((plot) => [plot.label, plot]));
  const seen = new Set<string>();
  const problems: LineProblem[] = [];
  const changed: { plotId: string; quick: number }[] = [];
  text.split('\n').forEach((raw, i) => {
    const [label, figure = '', ...more] = raw.trim().split(/[\s;]+/);
    if (label === undefined || label === '') return;
    const say = (message: string): void => {
      problems.push({ line: i + 1, message });
    };
    const plot = byLabel.get(label);
    const quick = readQuick(figure);
    if (plot === undefined) say(`names plot “${label.slice(0, 12)}”, which this survey has not.`);
    else if (seen.has(label)) say(`names plot ${label} a second time.`);
    else if (more.length > 0) say('wants a plot and one figure.');
    else if (typeof quick === 'string') say(`plot ${label}: ${quick}`);
    else if (quick !== null && quick !== plot.quick) changed.push({ plotId: plot.id, quick });
    else if (quick === null && plot.quick !== null)
      say(`plot ${label} had ${String(plot.quick)}: a figure can be changed, not taken away.`);
    seen.add(label);
  });
  return { changed, problems };
}
