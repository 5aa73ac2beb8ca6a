import type { Cost, LogRuleId } from '../protocol/index.ts';
import { type Cut, logBoardFeet } from './products.ts';

/** Value of so many board feet at a price per thousand. */
export const mbfValue = (boardFeet: number, pricePerMbf: number): number => (boardFeet / 1000) * pricePerMbf;

/**
 * A price per thousand board feet of one rule as the same money per thousand of another: divided by the ratio of the
 * volumes of these logs.
 *
 * @returns null where one of the rules has no wood in these logs
 */
export function convertPrice(
  price: number,
  from: LogRuleId,
  to: LogRuleId,
  logs: readonly Pick<Cut, 'topCm' | 'lengthM'>[],
): number | null {
  const boardFeet = (rule: LogRuleId): number =>
    logs.reduce((sum, { topCm, lengthM }) => sum + logBoardFeet(rule, topCm, lengthM), 0);
  const [before, after] = [boardFeet(from), boardFeet(to)];
  return before > 0 && after > 0 ? (price * before) / after : null;
}

export interface NetValue {
  readonly gross: number;
  readonly costs: number;
  readonly net: number;
  /** Standard error of the net value: that of dbh, height and taper, through the volume. */
  readonly standardError: number;
}

/**
 * What is left of a value after the costs, with its ±. An estimate is not an appraisal.
 *
 * @param volumeErrorShare standard error of the volume as a share of it
 */
export function netValue(
  cuts: readonly Pick<Cut, 'value'>[],
  volumeM3: number,
  costs: readonly Cost[],
  volumeErrorShare: number,
): NetValue {
  const gross = cuts.reduce((sum, { value }) => sum + value, 0);
  const times = { m3: volumeM3, log: cuts.length, tree: 1 };
  const spent = costs.reduce((sum, { per, amount }) => sum + amount * times[per], 0);
  const perVolume = costs.reduce((sum, { per, amount }) => sum + (per === 'm3' ? amount * volumeM3 : 0), 0);
  return { gross, costs: spent, net: gross - spent, standardError: Math.abs(gross - perVolume) * volumeErrorShare };
}
