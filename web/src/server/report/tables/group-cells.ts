import type { GroupSums } from '@arbolito/core/inventory';
import type { StandUnits } from '@arbolito/core/units';
import { type Cell, figure, number } from '../table.ts';
import { errorOf, figuresOf } from './cells.ts';
import { message } from '@arbolito/core/message';

export const groupCells = (row: GroupSums, units: StandUnits): Cell[] =>
  figuresOf(units).flatMap(({ of, to, decimals }) => {
    const value = row[of];
    const estimated = row.sampling[of];
    return [figure(value === null ? null : to(value), decimals), errorOf(estimated, to)];
  });

export const groupColumns = (units: StandUnits) =>
  figuresOf(units).flatMap(({ words: name }) => [number(name), number('±')]);

export const ERRORS_NOTE = message('report.is-one-standard-error-sampling', '± is one standard error (sampling).');
