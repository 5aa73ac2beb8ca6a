import { type PlotRegeneration, REGENERATION_CLASS_IDS, type RegenerationClass } from '../protocol/index.ts';
import { expansionFactorPerHa } from '../plot/index.ts';
import type { Estimated } from '../statistics/index.ts';
import { groupFigure, sumGroups } from './group-totals.ts';
import { type VarianceOptions, weightsWith } from './sums.ts';
import type { StratumArea, TalliedPlot } from './tallied.ts';

/** Stems of one species and height class; of all species where `speciesCode` is null. */
export interface RegenerationRow {
  readonly speciesCode: string | null;
  readonly heightClass: RegenerationClass;
  /** Stems that were counted. */
  readonly counted: number;
  readonly stemsPerHa: Estimated;
}

export interface RegenerationSums {
  /** Plots whose regeneration was counted, those without any among them. */
  readonly plots: number;
  /** All species first, then each; classes from the smallest. Classes without a stem are left out. */
  readonly rows: readonly RegenerationRow[];
}

/** A plot whose regeneration was counted. */
export interface RegenerationPlot {
  readonly stratumId?: string | undefined;
  readonly regeneration: PlotRegeneration;
}

interface Counted {
  readonly plot: number;
  readonly key: string;
  readonly areaM2: number;
  readonly count: number;
}

const keyOf = (speciesCode: string | null, heightClass: RegenerationClass): string =>
  JSON.stringify([speciesCode, heightClass]);

/**
 * Regeneration per hectare: each plot's count over the area of its subplots, means over the plots that were looked at, strata
 * weighing their areas where these are known.
 *
 * Source: Kershaw, Ducey, Beers & Husch 2016, Forest Mensuration, 11: nested subplots.
 *
 * @param plots those whose regeneration was counted, also where there was none
 * @returns stems per ha with the error of sampling; null without a plot
 * @example regenerationSums([{ regeneration: { areaM2: 20, counts: [] } }])?.plots // 1
 */
export function regenerationSums(
  plots: readonly RegenerationPlot[],
  strata: readonly StratumArea[] = [],
  options: VarianceOptions = {},
): RegenerationSums | null {
  if (plots.length === 0) return null;
  const counted = plots.flatMap(({ regeneration: { areaM2, counts } }, plot): Counted[] =>
    counts.flatMap(({ speciesCode, heightClass, count }) => [
      { plot, key: keyOf(speciesCode, heightClass), areaM2, count },
      { plot, key: keyOf(null, heightClass), areaM2, count },
    ]),
  );
  const keys = [...new Set(counted.map(({ key }) => key))];
  const index = new Map(keys.map((key, i) => [key, i]));
  const tallied = plots.map(({ stratumId, regeneration: { areaM2 } }): TalliedPlot => ({
    shape: { kind: 'circle', areaM2 },
    stratumId,
    trees: [],
  }));
  const nothing = new Float64Array(counted.length);
  const sums = sumGroups(
    {
      plot: Uint32Array.from(counted, ({ plot }) => plot),
      group: Int32Array.from(counted, ({ key }) => index.get(key) ?? -1),
      stems: Float64Array.from(
        counted,
        ({ areaM2, count }) => count * (expansionFactorPerHa({ kind: 'circle', areaM2 }, null) ?? NaN),
      ),
      basalArea: nothing,
      volume: nothing,
    },
    keys.length,
    weightsWith(tallied, strata, options),
  );
  const order = ({ speciesCode, heightClass }: RegenerationRow): string =>
    `${speciesCode ?? ''} ${String(REGENERATION_CLASS_IDS.indexOf(heightClass))}`;
  const rows = keys.map((key, i): RegenerationRow => {
    const [speciesCode, heightClass] = JSON.parse(key) as [string | null, RegenerationClass];
    return {
      speciesCode,
      heightClass,
      counted: counted.reduce((sum, each) => sum + (each.key === key ? each.count : 0), 0),
      stemsPerHa: groupFigure(sums, i, 0, true),
    };
  });
  return { plots: plots.length, rows: rows.sort((a, b) => order(a).localeCompare(order(b), 'en')) };
}
