import type { LineProblem } from '../../../ui/forms/read-lines.ts';
import { readAuxiliary } from '../../../shared/auxiliary-figure.ts';

/** A plot as far as its quick figure goes. */
export interface AuxiliaryPlot {
  readonly id: string;
  readonly label: string;
  readonly auxiliary: number | null;
}

/** The plots of a survey with their quick figures, one to a line; a plot without one stands alone. */
export const auxiliaryLines = (plots: readonly AuxiliaryPlot[]): string =>
  plots.map(({ label, auxiliary }) => (auxiliary === null ? label : `${label} ${String(auxiliary)}`)).join('\n');

/**
 * Reads quick figures, a plot and its figure on a line.
 *
 * @returns those that are new or changed, and what is wrong with the other lines
 */
export function readAuxiliaryList(
  text: string,
  plots: readonly AuxiliaryPlot[],
): {
  readonly changed: readonly { readonly plotId: string; readonly auxiliary: number }[];
  readonly problems: readonly LineProblem[];
} {
  const byLabel = new Map(plots.map((plot) => [plot.label, plot]));
  const seen = new Set<string>();
  const problems: LineProblem[] = [];
  const changed: { plotId: string; auxiliary: number }[] = [];
  text.split('\n').forEach((raw, i) => {
    const [label, figure = '', ...more] = raw.trim().split(/[\s;]+/);
    if (label === undefined || label === '') return;
    const say = (message: string): void => {
      problems.push({ line: i + 1, message });
    };
    const plot = byLabel.get(label);
    const auxiliary = readAuxiliary(figure);
    if (plot === undefined) say(`names plot “${label.slice(0, 12)}”, which this survey has not.`);
    else if (seen.has(label)) say(`names plot ${label} a second time.`);
    else if (more.length > 0) say('wants a plot and one figure.');
    else if (typeof auxiliary === 'string') say(`plot ${label}: ${auxiliary}`);
    else if (auxiliary !== null && auxiliary !== plot.auxiliary) changed.push({ plotId: plot.id, auxiliary });
    else if (auxiliary === null && plot.auxiliary !== null)
      say(`plot ${label} had ${String(plot.auxiliary)}: a figure can be changed, not taken away.`);
    seen.add(label);
  });
  return { changed, problems };
}
