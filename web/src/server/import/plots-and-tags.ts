import type { FileTree, TreeField } from '@arbolito/core/tree-file';
import type { PlotView, SurveyView } from '../../contracts/views.ts';
import { t } from '../../messages/text.ts';

/** Why a row cannot go onto the record, at which field. */
export interface RowProblem {
  readonly field: TreeField;
  readonly message: string;
}

/** What rows are held against: the plots that there are, and the tags that are taken. */
export class PlotsAndTags {
  readonly newPlots = new Map<string, string | null>();
  private readonly byLabel: ReadonlyMap<string, PlotView>;

  /** Trees that are on the record already. */
  readonly trees: number;
  /** Rows of trees that are on the record. */
  known = 0;
  private readonly recorded: ReadonlySet<string>;

  constructor(
    private readonly survey: SurveyView,
    plots: readonly PlotView[],
    private readonly tags: Set<string>,
    private readonly makePlots: boolean,
  ) {
    this.byLabel = new Map(plots.map((plot) => [plot.label, plot]));
    this.trees = tags.size;
    this.recorded = new Set(tags);
  }

  /** Why a tree cannot go onto the record, at which field; its tag is taken from then on. */
  check({ plot, stratum, tag, readings, notes }: FileTree): readonly RowProblem[] {
    const known = this.byLabel.get(plot);
    const errors: RowProblem[] = [];
    if (readings.length === 0 && notes?.predictedVolumeM3 === undefined)
      errors.push({
        field: 'dbh',
        message: t('server.the-tree-has-neither-a', 'The tree has neither a diameter nor a height.'),
      });
    if (known?.empty === true)
      errors.push({
        field: 'plot',
        message: t('server.plot-is-declared-empty', 'Plot {plot} is declared empty.', { plot }),
      });
    if (known === undefined) {
      const named = stratum ?? (this.survey.strata.length === 1 ? this.survey.strata[0]?.name : undefined) ?? null;
      const found = this.survey.strata.find(({ name }) => name === named);
      if (!this.newPlots.has(plot)) this.newPlots.set(plot, found?.id ?? null);
      if (!this.makePlots)
        errors.push({
          field: 'plot',
          message: t(
            'server.there-is-no-plot-create',
            'There is no plot {plot}. Create it, or allow missing plots to be created.',
            { plot },
          ),
        });
      else if (found === undefined)
        errors.push({
          field: 'stratum',
          message:
            named === null
              ? t('server.plot-is-new-and-the', 'Plot {plot} is new, and the file does not give its stratum.', {
                  plot,
                })
              : t('server.is-not-a-stratum-of', '“{slice}” is not a stratum of this survey.', {
                  slice: named.slice(0, 40),
                }),
        });
    }
    const key = `${plot} ${tag}`;
    if (this.recorded.has(key)) this.known += 1;
    if (this.tags.has(key))
      errors.push({
        field: 'tag',
        message: t('server.tree-of-plot-exists-already', 'Tree {tag} of plot {plot} exists already.', {
          tag,
          plot,
        }),
      });
    this.tags.add(key);
    return errors;
  }

  plotOf(label: string): PlotView | undefined {
    return this.byLabel.get(label);
  }
}
