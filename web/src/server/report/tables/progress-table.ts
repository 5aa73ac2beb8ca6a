import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable } from '../table.ts';

/** How the mean and its error went, plot by plot. */
export function progressTable({ sampling }: StandSummary, units: StandUnits): ReportTable | null {
  const steps = sampling?.basalAreaM2PerHa.steps ?? [];
  if (steps.length < 2) return null;
  return {
    id: 'progress',
    title: 'How the error shrank, plot by plot',
    columns: [
      number('plots'),
      number(`basal area, ${units.basalArea} / ${units.area}`),
      number('95 % interval, ± % of the mean'),
    ],
    rows: steps.map(({ plots, mean, errorPct }) => [
      figure(plots, 0),
      figure(units.basalAreaPer(mean), 2),
      figure(errorPct, 1),
    ]),
    notes: ['Plots in the order of their labels, each weighing the same.'],
  };
}
