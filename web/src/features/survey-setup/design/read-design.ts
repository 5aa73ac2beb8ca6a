import { convert, printAsRead, readQuantity, type UnitSystem } from '@arbolito/core/units';
import {
  AUXILIARY_NAME_LENGTH,
  COMMON_CONDITIONS,
  type EdgeRule,
  HEIGHT_RULE_LIMITS,
  type HeightRule,
  type PlotLayout,
  type SlopeRadius,
  SURE_TO_MEASURE_LIMITS_M3,
  type SurveyDesign,
  type TwoPhaseDesign,
  type TwoPhaseKind,
} from '@arbolito/core/protocol';
import { conditionLines, readConditions } from './read-codes.ts';
import { readShape, type ReadShape, type ShapeTexts, textsOfShape } from './shape-texts.ts';
import { t } from '../../../messages/text.ts';

/** A design as it is typed. */
export interface DesignTexts {
  readonly shape: ShapeTexts;
  readonly layout: PlotLayout;
  readonly edge: EdgeRule;
  readonly slopeRadius: SlopeRadius;
  readonly ask: HeightRule['ask'];
  readonly every: string;
  /** One to a line: `dead = dead, standing`. */
  readonly conditions: string;
  /** How it looks twice; `once` where it does not. */
  readonly phases: TwoPhaseKind | 'once';
  readonly by: 'regression' | 'ratio';
  readonly auxiliary: string;
  readonly surelyFrom: string;
}

/** A typed design, or what is wrong with it, at its part. */
export type ReadDesign =
  | { readonly ok: true; readonly design: SurveyDesign }
  | {
      readonly ok: false;
      readonly shape: ReadShape | null;
      readonly every: string | null;
      readonly conditions: string | null;
      readonly phases: string | null;
    };

/** How a survey looks twice, as it is typed: nothing for one that does not, or what is wrong with it. */
function readPhases(texts: DesignTexts, system: UnitSystem): TwoPhaseDesign | undefined | string {
  switch (texts.phases) {
    case 'once':
      return undefined;
    case 'stratification':
      return { kind: 'stratification' };
    case 'count-measure':
      return texts.shape.kind === 'variable-radius'
        ? { kind: 'count-measure' }
        : t(
            'survey-setup.trees-are-counted-at-variable',
            'Trees are counted at variable-radius points: choose that plot type.',
          );
    case 'double-sampling':
      return texts.auxiliary.trim() === ''
        ? t(
            'survey-setup.enter-the-auxiliary-variable-with',
            'Enter the auxiliary variable with its unit, such as basal area by eye, m²/ha.',
          )
        : { kind: 'double-sampling', by: texts.by, auxiliary: texts.auxiliary.trim().slice(0, AUXILIARY_NAME_LENGTH) };
    case 'three-p': {
      if (texts.shape.kind !== 'complete-tally')
        return t(
          'survey-setup.every-tree-gets-a-predicted',
          'Every tree gets a predicted volume: choose “complete tally” as the plot type.',
        );
      const read = readQuantity(texts.surelyFrom, { unit: system === 'metric' ? 'm3' : 'ft3', units: ['m3', 'ft3'] });
      const sureToMeasureM3 = read.ok ? convert(read.value, read.unit, 'm3') : NaN;
      const { low, high } = SURE_TO_MEASURE_LIMITS_M3;
      return sureToMeasureM3 >= low && sureToMeasureM3 <= high
        ? { kind: 'three-p', sureToMeasureM3 }
        : t(
            'survey-setup.enter-the-predicted-volume-above',
            'Enter the predicted volume above which every tree is measured, {low} to {high} m³.',
            { low, high },
          );
    }
  }
}

export function readDesign(texts: DesignTexts, system: UnitSystem): ReadDesign {
  const shape = readShape(texts.shape, system);
  const n = Number(texts.every);
  const { low, high } = HEIGHT_RULE_LIMITS;
  const isCount = texts.ask === 'none' || (Number.isInteger(n) && n >= low && n <= high);
  const conditions = readConditions(texts.conditions);
  const phases = readPhases(texts, system);
  if (!shape.ok || !isCount || typeof conditions === 'string' || typeof phases === 'string')
    return {
      ok: false,
      shape: shape.ok ? null : shape,
      every: isCount
        ? null
        : t('survey-setup.enter-a-whole-number-from', 'Enter a whole number from {low} to {high}.', { low, high }),
      conditions: typeof conditions === 'string' ? conditions : null,
      phases: typeof phases === 'string' ? phases : null,
    };
  return {
    ok: true,
    design: {
      layout: texts.layout,
      shape: shape.shape,
      edge: texts.edge,
      slopeRadius: texts.slopeRadius,
      heights: texts.ask === 'none' ? { ask: 'none' } : { ask: texts.ask, n },
      conditions,
      dominant: 'fractional',
      ...(phases === undefined ? {} : { phases }),
    },
  };
}

/** A stored design as it is typed. */
export function textsOfDesign(
  { shape, layout, edge, slopeRadius, heights, conditions, phases }: SurveyDesign,
  system: UnitSystem,
): DesignTexts {
  return {
    ...usualDesignTexts(textsOfShape(shape, system)),
    ...{ layout, edge, slopeRadius, ask: heights.ask },
    ...(heights.ask === 'none' ? {} : { every: String(heights.n) }),
    conditions: conditionLines(conditions),
    ...(phases === undefined ? {} : { phases: phases.kind }),
    ...(phases?.kind === 'double-sampling' ? { by: phases.by, auxiliary: phases.auxiliary } : {}),
    ...(phases?.kind === 'three-p'
      ? { surelyFrom: printAsRead(convert(phases.sureToMeasureM3, 'm3', system === 'metric' ? 'm3' : 'ft3')) }
      : {}),
  };
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * A stored design with what was changed in its texts. A part whose text is untouched stays exactly as it is stored: texts
 * are rounded.
 */
export function changedDesign(texts: DesignTexts, before: SurveyDesign, system: UnitSystem): ReadDesign {
  const start = textsOfDesign(before, system);
  if (isSame(texts, start)) return { ok: true, design: before };
  const read = readDesign(texts, system);
  if (!read.ok) return read;
  const { dominant } = before;
  const shape = isSame(texts.shape, start.shape) ? before.shape : read.design.shape;
  return { ok: true, design: { ...read.design, dominant, shape } };
}

export const usualDesignTexts = (shape: ShapeTexts): DesignTexts => ({
  shape,
  layout: 'systematic',
  edge: 'mirage',
  slopeRadius: 'level',
  ask: 'every',
  every: '3',
  conditions: conditionLines(COMMON_CONDITIONS),
  phases: 'once',
  by: 'regression',
  auxiliary: '',
  surelyFrom: '',
});
