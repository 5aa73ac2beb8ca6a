import { LOG_RULES } from '../log-rules/index.ts';
import type { Cost, LogRuleId, Product, TaperChoice } from '../protocol/index.ts';
import { brokenAt, profileByChoice, smalianM3, underBark } from '../taper/index.ts';
import { bestCuts } from './buck.ts';
import { logBoardFeet } from './products.ts';

/** A tree of a stand that is to be cut in thought. */
export interface StandTree {
  /** Which of the plots it stands on, counted from 0. */
  readonly plot: number;
  readonly dbhCm: number;
  /** Of the whole tree, also where it is broken. */
  readonly heightM: number;
  /** Where it is broken, above the ground; left out for a whole stem. */
  readonly breakM?: number | undefined;
  /** Which of the kinds of stem it is. */
  readonly kind: number;
  /** Trees a hectare that it stands for. */
  readonly perHa: number;
}

/** How stems of one kind are drawn. */
export interface StandKind {
  readonly taper: TaperChoice;
  /** Diameter under bark over that over it; a taper that is under bark already is left as it is. */
  readonly barkRatio: number;
}

export interface StandToCut {
  /** Where the dbh was measured, m. */
  readonly breastHeightM: number;
  /** Number of plots, those without trees among them. */
  readonly plots: number;
  readonly trees: readonly StandTree[];
  readonly kinds: readonly StandKind[];
  readonly products: readonly Product[];
  readonly costs: readonly Cost[];
  readonly stumpM: number;
  readonly topCm: number;
  /** Grid of the cuts, in m. */
  readonly stepM: number;
}

/** A mean over the plots, per hectare; no standard error from fewer than two plots. */
export interface PerHa {
  readonly mean: number;
  readonly standardError: number | null;
}

export interface StandLogs {
  readonly products: readonly {
    readonly name: string;
    readonly logs: PerHa;
    readonly volumeM3: PerHa;
    readonly value: PerHa;
  }[];
  /** Of the logs, after Smalian. */
  readonly volumeM3: PerHa;
  readonly gross: PerHa;
  readonly costs: PerHa;
  readonly net: PerHa;
  readonly boardFeet: readonly { readonly rule: LogRuleId; readonly perHa: PerHa }[];
  /** Trees that no taper can draw, such as those below breast height. */
  readonly undrawn: number;
}

/** So many trees are cut between two reports. */
const TREES_A_REPORT = 25;

/** Means of one column over the plots. */
function perHaOf(sums: Float64Array, width: number, column: number, plots: number): PerHa {
  let sum = 0;
  for (let plot = 0; plot < plots; plot += 1) sum += sums[plot * width + column] ?? 0;
  const mean = plots === 0 ? 0 : sum / plots;
  let squares = 0;
  for (let plot = 0; plot < plots; plot += 1) squares += ((sums[plot * width + column] ?? 0) - mean) ** 2;
  return { mean, standardError: plots < 2 ? null : Math.sqrt(squares / (plots - 1) / plots) };
}

/**
 * Cuts every tree of a stand as is worth most, and sums up what a hectare has of each product, what it is worth, what it
 * costs, and its board feet by every rule. A generator: it yields how many trees are done, so that whoever runs it can tell,
 * and stop.
 *
 * The ± is that of sampling alone: the plots each weigh the same.
 */
export function* standLogs({
  plots,
  trees,
  kinds,
  products,
  costs,
  stumpM,
  topCm,
  stepM,
  breastHeightM,
}: StandToCut): Generator<number, StandLogs> {
  const rules = Object.keys(LOG_RULES) as LogRuleId[];
  // A row for each plot: logs, volume and value of each product, then costs, then every rule.
  const width = 3 * products.length + 1 + rules.length;
  const sums = new Float64Array(plots * width);
  const add = (plot: number, column: number, value: number): void => {
    sums[plot * width + column] = (sums[plot * width + column] ?? 0) + value;
  };
  const costColumn = 3 * products.length;
  let undrawn = 0;
  for (const [i, { plot, dbhCm, heightM, breakM, kind, perHa }] of trees.entries()) {
    if (i % TREES_A_REPORT === 0) yield i;
    const drawn = kinds[kind];
    const outcome = drawn === undefined ? null : profileByChoice(drawn.taper, { dbhCm, heightM }, breastHeightM);
    if (drawn === undefined || outcome?.ok !== true) {
      undrawn += 1;
      continue;
    }
    const profile = brokenAt(underBark(outcome.profile, drawn.barkRatio), breakM ?? Infinity);
    const { cuts } = bestCuts({ profile, stumpM, topCm, defects: [] }, products, stepM);
    let wholeM3 = 0;
    for (const { product, buttCm, topCm: top, lengthM, value } of cuts) {
      const volumeM3 = smalianM3(buttCm, top, lengthM);
      wholeM3 += volumeM3;
      add(plot, 3 * product, perHa);
      add(plot, 3 * product + 1, perHa * volumeM3);
      add(plot, 3 * product + 2, perHa * value);
      rules.forEach((rule, at) => {
        add(plot, costColumn + 1 + at, perHa * logBoardFeet(rule, top, lengthM));
      });
    }
    if (cuts.length > 0) {
      const times = { m3: wholeM3, log: cuts.length, tree: 1 };
      add(plot, costColumn, perHa * costs.reduce((sum, { per, amount }) => sum + amount * times[per], 0));
    }
  }
  yield trees.length;
  /** The sum of some columns, as one more column of its own. */
  const together = (columns: readonly number[], less: readonly number[] = []): PerHa => {
    const own = Float64Array.from({ length: plots }, (_, plot) => {
      const of = (list: readonly number[]): number =>
        list.reduce((sum, column) => sum + (sums[plot * width + column] ?? 0), 0);
      return of(columns) - of(less);
    });
    return perHaOf(own, 1, 0, plots);
  };
  const every = (offset: number): number[] => products.map((_, product) => 3 * product + offset);
  const column = (at: number): PerHa => perHaOf(sums, width, at, plots);
  return {
    products: products.map(({ name }, product) => ({
      name,
      logs: column(3 * product),
      volumeM3: column(3 * product + 1),
      value: column(3 * product + 2),
    })),
    volumeM3: together(every(1)),
    gross: together(every(2)),
    costs: column(costColumn),
    net: together(every(2), [costColumn]),
    boardFeet: rules.map((rule, at) => ({ rule, perHa: column(costColumn + 1 + at) })),
    undrawn,
  };
}
