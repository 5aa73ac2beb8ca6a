import { convert, printRounded, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

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

export const TWO_PHASE_KINDS: Readonly<Record<TwoPhaseKind, Text>> = {
  'double-sampling': message(
    'protocol.two-phase-design.double-sampling-an-auxiliary-variable',
    'Double sampling: an auxiliary variable on every plot, some plots measured',
  ),
  'count-measure': message(
    'protocol.two-phase-design.count-measure-trees-counted-at',
    'Count-measure: trees counted at every point, some of them measured',
  ),
  stratification: message(
    'protocol.two-phase-design.stratification',
    'Double sampling for stratification: strata sized by points, some points measured',
  ),
  'three-p': message(
    'protocol.two-phase-design.3p-a-predicted-volume-for',
    '3P: a predicted volume for every tree, some trees measured',
  ),
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
export function twoPhaseWords(phases: TwoPhaseDesign, system: UnitSystem): Text {
  switch (phases.kind) {
    case 'double-sampling':
      return message(
        'protocol.double-sampling-with-on-every',
        'Double sampling with “{auxiliary}” on every plot, some plots measured; {by, select, ratio {ratio estimator} other {regression estimator}}',
        { auxiliary: phases.auxiliary, by: phases.by },
      );
    case 'three-p': {
      const limit =
        system === 'metric'
          ? `${printRounded(phases.sureToMeasureM3, 2)} m³`
          : `${printRounded(convert(phases.sureToMeasureM3, 'm3', 'ft3'), 0)} ft³`;
      return message(
        'protocol.always-measured-above-a-predicted',
        '{twoPhaseKinds}; always measured above a predicted volume of {limit}',
        { twoPhaseKinds: TWO_PHASE_KINDS['three-p'], limit },
      );
    }
    case 'count-measure':
    case 'stratification':
      return TWO_PHASE_KINDS[phases.kind];
  }
}
