import type { FileTree, TreeField } from '@arbolito/core/tree-file';
import type { PlotView, SurveyView } from '../../contracts/views.ts';

/** What rows are held against: the plots that there are, and the tags that are taken. */
export class PlotsAndTags {
  readonly newPlots = new Map<string, string | null>();
  private readonly byLabel: ReadonlyMap<string, PlotView>;

  /** Trees that are on the record already. */
  readonly trees: number;

  constructor(
    private readonly survey: SurveyView,
    plots: readonly PlotView[],
    private readonly tags: Set<string>,
    private readonly makePlots: boolean,
  ) {
    this.byLabel = new Map(plots.map((plot) => [plot.label, plot]));
    this.trees = tags.size;
  }

  /** Why a tree cannot go onto the record, at which field; its tag is taken from then on. */
  check({ plot, stratum, tag }: FileTree): readonly { readonly field: TreeField; readonly message: string }[] {
    const known = this.byLabel.get(plot);
    const errors: { readonly field: TreeField; readonly message: string }[] = [];
    if (known?.empty === true) errors.push({ field: 'plot', message: `Plot ${plot} is said to be empty.` });
    if (known === undefined) {
      const named = stratum ?? (this.survey.strata.length === 1 ? this.survey.strata[0]?.name : undefined) ?? null;
      const found = this.survey.strata.find(({ name }) => name === named);
      if (!this.newPlots.has(plot)) this.newPlots.set(plot, found?.id ?? null);
      if (!this.makePlots)
        errors.push({ field: 'plot', message: `There is no plot ${plot}: lay it out, or let missing plots be made.` });
      else if (found === undefined)
        errors.push({
          field: 'stratum',
          message:
            named === null
              ? `Plot ${plot} is new and the file does not say in which stratum it lies.`
              : `“${named.slice(0, 40)}” is not a stratum of this survey.`,
        });
    }
    const key = `${plot} ${tag}`;
    if (this.tags.has(key)) errors.push({ field: 'tag', message: `Tree ${tag} of plot ${plot} is there already.` });
    this.tags.add(key);
    return errors;
  }

  plotOf(label: string): PlotView | undefined {
    return this.byLabel.get(label);
  }
}
