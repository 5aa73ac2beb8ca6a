import type { StandSummary } from '../../../contracts/views.ts';
import { standUnits, type UnitSystem } from '@arbolito/core/units';
import type { ReportTable } from '../table.ts';
import { totalsTable } from './totals-table.ts';
import { errorsTable } from './errors-table.ts';
import { samplingTable } from './sampling-table.ts';
import { standFiguresTable } from './stand-figures-table.ts';
import { strataTable } from './strata-table.ts';
import { speciesTable } from './species-table.ts';
import { distributionTable } from './distribution-table.ts';
import { deadStandTable, standTable } from './stand-table.ts';
import { stockTable } from './stock-table.ts';
import { productsTable } from './products-table.ts';
import { resultTable } from './result-table.ts';
import { areaTotalsTable } from './area-totals-table.ts';
import { biomassTable } from './biomass-table.ts';
import { standingBoardFeetTable } from './board-feet-table.ts';
import { regenerationTable } from './regeneration-table.ts';
import { progressTable } from './progress-table.ts';
import { plotsTable } from './plots-table.ts';

/** Every table of a survey, in the order of a report; those with nothing to say are left out. */
export function tablesOf(summary: StandSummary, system: UnitSystem): readonly ReportTable[] {
  const units = standUnits(system, summary.sums.weighing === 'list');
  return [
    resultTable(summary, units),
    totalsTable(summary, units),
    areaTotalsTable(summary, units),
    errorsTable(summary, units),
    samplingTable(summary, units),
    standFiguresTable(summary, units, system),
    strataTable(summary, units),
    speciesTable(summary, units),
    distributionTable(summary, units),
    standTable(summary, units),
    deadStandTable(summary, units),
    stockTable(summary, units),
    productsTable(summary, units),
    standingBoardFeetTable(summary, units),
    biomassTable(summary, units),
    regenerationTable(summary, units),
    progressTable(summary, units),
    plotsTable(summary, units, system),
  ].flatMap((table) => table ?? []);
}
