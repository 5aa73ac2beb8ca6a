import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits, UnitSystem } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { placeKind } from '@arbolito/core/protocol';
import { figuresOf } from './cells.ts';
import { shapeWords } from '@arbolito/core/plot';
import { countingNotes } from './totals-table.ts';
import { t } from '../../../messages/text.ts';

const stateWords = ({ finished, empty, trees }: StandSummary['plots'][number]): string =>
  empty ? 'empty' : finished ? 'finished' : trees > 0 ? 'begun' : t('report.to-measure', 'to measure');

export function plotsTable(summary: StandSummary, units: StandUnits, system: UnitSystem): ReportTable {
  const { plots, survey } = summary;
  const strata = new Map(survey.strata.map(({ id, name }) => [id, name]));
  return {
    id: 'plots',
    title: t('report.plots', '{place, select, point {Points} list {Lists} other {Plots}}', {
      place: placeKind(survey.design.shape),
    }),
    columns: [
      text(
        t('report.plot-head', '{place, select, point {Point} list {List} other {Plot}}', {
          place: placeKind(survey.design.shape),
        }),
      ),
      text(t('report.column.stratum', 'stratum')),
      text(t('report.type', 'Type')),
      number(t('report.slope', 'Slope, %')),
      text(t('report.column.state', 'state')),
      number(t('report.column.trees', 'trees')),
      number(t('report.of-which-dead', 'of which dead')),
      ...figuresOf(units).map(({ words: name }) => number(name)),
      number(t('report.quadratic-mean-dbh', 'quadratic mean dbh {diameter}', { diameter: units.diameter })),
    ],
    rows: plots.map((plot) => [
      words(plot.label, `/tally/${plot.id}`),
      words(strata.get(plot.stratumId) ?? ''),
      words(shapeWords(plot.shape, system)),
      figure(plot.slopePct, 0),
      words(stateWords(plot)),
      plot.sums === null ? words('·') : figure(plot.trees, 0),
      plot.sums === null ? words('·') : figure(plot.sums.deadStems, 0),
      ...figuresOf(units).map(({ of, to, decimals }) => {
        const value = plot.sums === null ? null : plot.sums[of];
        return plot.sums === null ? words('·') : figure(value === null ? null : to(value), decimals);
      }),
      plot.sums === null
        ? words('·')
        : figure(
            plot.sums.quadraticMeanDiameterCm === null ? null : units.diameterOf(plot.sums.quadraticMeanDiameterCm),
            1,
          ),
    ]),
    notes: [
      ...(plots.some(({ sums }) => (sums?.deadStems ?? 0) > 0) ? [t('report.live-trees', 'Live trees.')] : []),
      ...countingNotes(summary),
    ],
  };
}
