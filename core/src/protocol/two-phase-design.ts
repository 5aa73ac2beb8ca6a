import { convert, printRounded, type UnitSystem } from '../units/index.ts';

/** How a survey looks twice: quickly at many plots or trees, and closely at some of them. */
export type TwoPhaseDesign =
  /** A quick figure of every plot; some plots are tallied. */
  | { readonly kind: 'double-sampling'; readonly by: 'regression' | 'ratio'; readonly auxiliary: string }
  /** Trees are counted at every angle-count point; the tally holds those that were measured. */
  | { readonly kind: 'count-measure' }
  /** Many points tell how large the strata are; some of them are tallied. */
  | { readonly kind: 'stratification' }
  /** Every tree is guessed, and measured with a chance that goes with its guess; surely from a guess on. */
  | { readonly kind: 'three-p'; readonly sureToMeasureM3: number };

export type TwoPhaseKind = TwoPhaseDesign['kind'];

export const TWO_PHASE_KINDS: Readonly<Record<TwoPhaseKind, string>> = {
  'double-sampling': 'a quick figure of every plot, some plots tallied',
  'count-measure': 'trees counted at every point, some of them measured',
  stratification: 'strata sized by counting points, some points tallied',
  'three-p': 'every tree guessed, some measured (3P)',
};

export const AUXILIARY_LIMITS = { low: 0, high: 1e6 } as const;

export const AUXILIARY_NAME_LENGTH = 60;

export const POINTS_LIMITS = { low: 1, high: 1_000_000 } as const;

export const SURE_TO_MEASURE_LIMITS_M3 = { low: 0.001, high: 200 } as const;

/** Where each way comes from. */
export const TWO_PHASE_SOURCES: Readonly<Record<TwoPhaseKind, string>> = {
  'double-sampling': 'Cochran 1977, Sampling Techniques, 12.7 and 12.8',
  'count-measure': 'Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840',
  stratification: 'Cochran 1977, Sampling Techniques, 12.2',
  'three-p': 'Grosenbaugh 1965, Three-pee sampling theory and program THRP, USDA Forest Service PSW-21',
};

/** How a survey looks twice, in words. */
export function twoPhaseWords(phases: TwoPhaseDesign, system: UnitSystem): string {
  switch (phases.kind) {
    case 'double-sampling':
      return `“${phases.auxiliary}” told of every plot, some plots tallied; put together by ${phases.by}`;
    case 'three-p': {
      const limit =
        system === 'metric'
          ? `${printRounded(phases.sureToMeasureM3, 2)} m³`
          : `${printRounded(convert(phases.sureToMeasureM3, 'm3', 'ft3'), 0)} ft³`;
      return `${TWO_PHASE_KINDS['three-p']}; surely from a guess of ${limit} on`;
    }
    case 'count-measure':
    case 'stratification':
      return TWO_PHASE_KINDS[phases.kind];
  }
}
