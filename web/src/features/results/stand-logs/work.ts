import type { PriceList } from '@arbolito/core/protocol';
import { standLogs, type StandLogs } from '@arbolito/core/bucking';
import type { StandView } from '../../../contracts/views.ts';

/** What the worker is told. */
export interface StandLogsTask {
  readonly stand: StandView;
  readonly prices: PriceList;
  readonly stumpM: number;
  readonly topCm: number;
  readonly stepM: number;
}

/** What it tells: how far it is, then what it found. */
export type StandLogsReport =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'result'; readonly logs: StandLogs };

/** Runs a task to its end, reporting on the way. */
export function work(
  { stand, prices, stumpM, topCm, stepM }: StandLogsTask,
  report: (report: StandLogsReport) => void,
): void {
  const { plots, trees, kinds, breastHeightM } = stand;
  const { products, costs } = prices;
  const running = standLogs({ plots, trees, kinds, products, costs, stumpM, topCm, stepM, breastHeightM });
  for (;;) {
    const step = running.next();
    if (step.done === true) {
      report({ kind: 'result', logs: step.value });
      return;
    }
    report({ kind: 'progress', done: step.value, of: trees.length });
  }
}
