import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { pctOfMean } from './cells.ts';
import { figure, number, type ReportTable } from '../table.ts';
import { t } from '../../../messages/text.ts';

/** How the mean and its error went, plot by plot. */
export function progressTable({ sampling, options }: StandSummary, units: StandUnits): ReportTable | null {
  const steps = sampling?.basalAreaM2PerHa.steps ?? [];
  if (steps.length < 2) return null;
  return {
    id: 'progress',
    title: t('report.error-by-number-of-plots', 'Error by number of plots'),
    columns: [
      number(t('report.column.plots', 'plots')),
      number(
        t('report.basal-area', 'basal area, {basalArea}{per}', {
          basalArea: units.basalArea,
          per: units.per,
        }),
      ),
      number(
        t('report.level-interval-of-the-mean', '{level} % interval, ± % of the mean', {
          level: String(options.confidencePct),
        }),
      ),
    ],
    rows: steps.map((step) => [figure(step.plots, 0), figure(units.basalAreaPer(step.mean), 2), pctOfMean(step)]),
    notes: [t('report.plots-in-the-order-of', 'Plots in the order of their labels, equally weighted.')],
  };
}
