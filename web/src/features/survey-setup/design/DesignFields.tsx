import { convert, readQuantity, type UnitSystem } from '@arbolito/core/units';
import {
  AUXILIARY_NAME_LENGTH,
  COMMON_CONDITIONS,
  EDGE_RULES,
  type EdgeRule,
  HEIGHT_RULE_LIMITS,
  type HeightRule,
  LAYOUTS,
  type PlotLayout,
  SLOPE_RADII,
  type SlopeRadius,
  SURE_TO_MEASURE_LIMITS_M3,
  type SurveyDesign,
  TWO_PHASE_KINDS,
  type TwoPhaseDesign,
  type TwoPhaseKind,
} from '@arbolito/core/protocol';
import { conditionLines, readConditions } from './read-codes.ts';
import { ShapeFields } from './ShapeFields.tsx';
import { readShape, type ReadShape, type ShapeTexts } from './shape-texts.ts';

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
        : 'Trees are counted at angle-count points: choose those as what a plot takes.';
    case 'double-sampling':
      return texts.auxiliary.trim() === ''
        ? 'Say what is told of every plot, with its unit: such as basal area by eye, m²/ha.'
        : { kind: 'double-sampling', by: texts.by, auxiliary: texts.auxiliary.trim().slice(0, AUXILIARY_NAME_LENGTH) };
    case 'three-p': {
      if (texts.shape.kind !== 'complete-tally')
        return 'Every tree is guessed: choose “every tree of an area” as what a plot takes.';
      const read = readQuantity(texts.surelyFrom, { unit: system === 'metric' ? 'm3' : 'ft3', units: ['m3', 'ft3'] });
      const sureToMeasureM3 = read.ok ? convert(read.value, read.unit, 'm3') : NaN;
      const { low, high } = SURE_TO_MEASURE_LIMITS_M3;
      return sureToMeasureM3 >= low && sureToMeasureM3 <= high
        ? { kind: 'three-p', sureToMeasureM3 }
        : `Give the guess from which every tree is measured, between ${low} and ${high} m³.`;
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
      every: isCount ? null : `Give a whole number from ${low} to ${high}.`,
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

export const usualDesignTexts = (shape: ShapeTexts): DesignTexts => ({
  shape,
  layout: 'systematic',
  edge: 'none',
  slopeRadius: 'level',
  ask: 'every',
  every: '3',
  conditions: conditionLines(COMMON_CONDITIONS),
  phases: 'once',
  by: 'regression',
  auxiliary: '',
  surelyFrom: '',
});

interface DesignFieldsProps {
  readonly texts: DesignTexts;
  readonly onTexts: (texts: DesignTexts) => void;
  readonly system: UnitSystem;
  /** What is wrong, once somebody has tried to keep it. */
  readonly problems: Exclude<ReadDesign, { readonly ok: true }> | null;
}

const PHASES_CHOICE: Readonly<Record<DesignTexts['phases'], string>> = {
  once: 'one: the tally is all there is',
  'double-sampling': `two: ${TWO_PHASE_KINDS['double-sampling']}`,
  'count-measure': `two: ${TWO_PHASE_KINDS['count-measure']}`,
  stratification: `two: ${TWO_PHASE_KINDS.stratification}`,
  'three-p': `two: ${TWO_PHASE_KINDS['three-p']}`,
};

const BY = { regression: 'regression: a line through the tallied plots', ratio: 'ratio: from nothing on' } as const;

const ASKS: Readonly<Record<HeightRule['ask'], string>> = {
  every: 'every so many trees',
  class: 'so many of each class and species on a plot',
  largest: 'so many of the thickest of a plot',
  none: 'none',
};

/** How a survey samples. */
export function DesignFields({ texts, onTexts, system, problems }: DesignFieldsProps) {
  const choice = (
    name: 'layout' | 'edge' | 'slopeRadius' | 'ask' | 'phases' | 'by',
    label: string,
    options: Readonly<Record<string, string>>,
  ) => (
    <div className="grid content-start gap-1">
      <label htmlFor={`design-${name}`} className="font-semibold">
        {label}
      </label>
      <select
        id={`design-${name}`}
        className="field"
        value={texts[name]}
        onChange={(event) => {
          onTexts({ ...texts, [name]: event.target.value });
        }}
      >
        {Object.entries(options).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </div>
  );
  const text = (name: 'auxiliary' | 'surelyFrom', label: string, inputMode: 'text' | 'decimal') => (
    <div className="grid content-start gap-1">
      <label htmlFor={`design-${name}`} className="font-semibold">
        {label}
      </label>
      <input
        id={`design-${name}`}
        className="field"
        inputMode={inputMode}
        value={texts[name]}
        aria-invalid={typeof problems?.phases === 'string'}
        aria-describedby={typeof problems?.phases === 'string' ? 'design-phases-error' : undefined}
        onChange={(event) => {
          onTexts({ ...texts, [name]: event.target.value });
        }}
      />
    </div>
  );
  const wrongShape = problems?.shape ?? null;
  return (
    <div className="grid gap-5 md:grid-cols-2">
      <ShapeFields
        id="design"
        texts={texts.shape}
        onTexts={(shape) => {
          onTexts({ ...texts, shape });
        }}
        system={system}
        problem={wrongShape?.ok === false ? wrongShape : null}
      />
      {choice('layout', 'Layout', LAYOUTS)}
      {choice('edge', 'Plots at the edge', EDGE_RULES)}
      {choice('slopeRadius', 'Circles on a slope', SLOPE_RADII)}
      {choice('ask', 'Heights are asked of', ASKS)}
      {texts.ask !== 'none' && (
        <div className="grid content-start gap-1">
          <label htmlFor="design-every" className="font-semibold">
            How many
          </label>
          <input
            id="design-every"
            className="field figures"
            inputMode="numeric"
            value={texts.every}
            aria-invalid={typeof problems?.every === 'string'}
            aria-describedby={typeof problems?.every !== 'string' ? undefined : 'design-every-error'}
            onChange={(event) => {
              onTexts({ ...texts, every: event.target.value });
            }}
          />
          {typeof problems?.every === 'string' && (
            <p id="design-every-error" role="alert" className="font-semibold text-paint-ink">
              {problems.every}
            </p>
          )}
        </div>
      )}
      <div className="md:col-span-2">{choice('phases', 'Phases', PHASES_CHOICE)}</div>
      {texts.phases === 'double-sampling' && (
        <>
          {choice('by', 'Put together by', BY)}
          {text('auxiliary', 'What is told of every plot', 'text')}
        </>
      )}
      {texts.phases === 'three-p' &&
        text('surelyFrom', `Measure surely from a guess of, ${system === 'metric' ? 'm³' : 'ft³'}`, 'decimal')}
      {texts.phases === 'stratification' && (
        <p className="self-center text-quiet">Give the points behind each stratum: North slope = 60 points.</p>
      )}
      {typeof problems?.phases === 'string' && (
        <p id="design-phases-error" role="alert" className="font-semibold text-paint-ink md:col-span-2">
          {problems.phases}
        </p>
      )}
      <div className="grid content-start gap-1 md:col-span-2">
        <label htmlFor="design-conditions" className="font-semibold">
          Codes that are called out for the state of a tree
        </label>
        <textarea
          id="design-conditions"
          rows={4}
          className="field figures"
          value={texts.conditions}
          aria-invalid={typeof problems?.conditions === 'string'}
          aria-describedby={typeof problems?.conditions !== 'string' ? undefined : 'design-conditions-error'}
          onChange={(event) => {
            onTexts({ ...texts, conditions: event.target.value });
          }}
        />
        {typeof problems?.conditions === 'string' && (
          <p id="design-conditions-error" role="alert" className="font-semibold text-paint-ink">
            {problems.conditions}
          </p>
        )}
      </div>
    </div>
  );
}
