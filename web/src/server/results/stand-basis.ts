import type { StandCurves } from '@arbolito/core/height-curve';
import { type RatioSums, ratioSums, volumeRatio } from '@arbolito/core/inventory';
import type { HeightBasis, SurveyInPlots } from '../../computation/combine-plots.ts';
import type { Parted } from './survey-result-repository.ts';

/** What the trees of a survey say together, for everybody who looks at some of them. */
export interface StandBasis extends HeightBasis {
  readonly ratios: Readonly<Record<string, RatioSums>>;
  /** Stems per square metre of basal area at angle-count points; null where none was measured there. */
  readonly stemsPerM2: number | null;
}

/** What curves add on one plot, and whether its trees are in the sums. */
interface PlotBasis {
  /** By species, that of all under an empty name: what its trees are taller by, and what is left of the error, in m. */
  readonly effects: Readonly<Record<string, readonly [number, number]>>;
  /** It is begun and not finished. */
  readonly leftOut: boolean;
}

/** The basis of a survey parted by its plots: there are thousands, and a sheet asks for one. */
export type KeptBasis = Parted<StandBasis, PlotBasis>;

type Curve = NonNullable<StandCurves['pooled']>;

/** Every curve with another list of what its plots add. */
function withPlots(
  { bySpecies, pooled }: StandCurves,
  of: (name: string, plots: NonNullable<Curve['plots']>) => Curve['plots'],
): StandCurves {
  const changed = (name: string, curve: Curve): Curve =>
    curve.plots === null ? curve : { ...curve, plots: of(name, curve.plots) };
  return {
    bySpecies: Object.fromEntries(Object.entries(bySpecies).map(([code, curve]) => [code, changed(code, curve)])),
    pooled: pooled === null ? null : changed('', pooled),
  };
}

/** The basis of a survey from the totals of its plots. */
export function basisOf({ plots, summed, heights: { curves, judging } }: SurveyInPlots): KeptBasis {
  const counted = summed.filter(({ counts }) => counts).map(({ totals }) => totals);
  const leftOut = new Set(summed.filter(({ counts }) => !counts).map(({ id }) => id));
  const named = [
    ...Object.entries(curves.bySpecies),
    ...(curves.pooled === null ? [] : [['', curves.pooled] as const]),
  ];
  return {
    common: {
      curves: withPlots(curves, (_name, effects) => ({ ...effects, ofPlotM: {}, leftM: {} })),
      judging,
      ratios: ratioSums(counted),
      stemsPerM2: volumeRatio(counted).stemsPerM2,
    },
    plots: Object.fromEntries(
      plots.flatMap(({ id }): (readonly [string, PlotBasis])[] => {
        const effects = named.flatMap(([name, { plots: of }]) => {
          const own = of?.ofPlotM[id];
          return own === undefined ? [] : [[name, [own, of?.leftM[id] ?? 0]] as const];
        });
        const isOut = leftOut.has(id);
        return effects.length === 0 && !isOut ? [] : [[id, { effects: Object.fromEntries(effects), leftOut: isOut }]];
      }),
    ),
  };
}

/** The basis with what its curves add on the plots that were read with it. */
export function standBasisOf({ common, plots }: KeptBasis): StandBasis {
  const list = Object.entries(plots);
  const of = (name: string, at: 0 | 1): Record<string, number> =>
    Object.fromEntries(
      list.flatMap(([id, { effects }]) => {
        const own = effects[name];
        return own === undefined ? [] : [[id, own[at]]];
      }),
    );
  return {
    ...common,
    curves: withPlots(common.curves, (name, effects) => ({ ...effects, ofPlotM: of(name, 0), leftM: of(name, 1) })),
  };
}
