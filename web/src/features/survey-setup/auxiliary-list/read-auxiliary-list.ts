import type { LineProblem } from '../../../ui/forms/read-lines.ts';
import { readAuxiliary } from '../../../shared/auxiliary-figure.ts';
import { t } from '../../../messages/text.ts';
import { isText } from '@arbolito/core/message';

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
    const note = (message: string): void => {
      problems.push({ line: i + 1, message });
    };
    const plot = byLabel.get(label);
    const auxiliary = readAuxiliary(figure);
    if (plot === undefined)
      note(
        t('survey-setup.names-plot-which-is-not', 'names plot “{slice}”, which is not in this survey.', {
          slice: label.slice(0, 12),
        }),
      );
    else if (seen.has(label)) note(t('survey-setup.names-plot-twice', 'names plot {label} twice.', { label }));
    else if (more.length > 0) note(t('survey-setup.needs-a-plot-and-one', 'needs a plot and one value.'));
    else if (isText(auxiliary)) note(t('survey-setup.plot', 'plot {label}: {auxiliary}', { label, auxiliary }));
    else if (auxiliary !== null && auxiliary !== plot.auxiliary) changed.push({ plotId: plot.id, auxiliary });
    else if (auxiliary === null && plot.auxiliary !== null)
      note(
        t(
          'survey-setup.plot-has-the-value-can',
          'plot {label} has {auxiliary}: the value can be changed, not removed.',
          { label, auxiliary: String(plot.auxiliary) },
        ),
      );
    seen.add(label);
  });
  return { changed, problems };
}
