import type { UnitSystem } from '@arbolito/core/quantity';
import {
  COMMON_CONDITIONS,
  CONDITION_CODE,
  EDGE_RULES,
  HEIGHT_RULE_LIMITS,
  LAYOUTS,
  SLOPE_RADII,
  type ConditionCode,
  type EdgeRule,
  type HeightRule,
  type Layout,
  type SlopeRadius,
  type SurveyDesign,
} from '@arbolito/core/survey';
import { ShapeFields } from './ShapeFields.tsx';
import { readShape, type ReadShape, type ShapeTexts } from './shape-texts.ts';

/** A design as it is typed. */
export interface DesignTexts {
  readonly shape: ShapeTexts;
  readonly layout: Layout;
  readonly edge: EdgeRule;
  readonly slopeRadius: SlopeRadius;
  readonly ask: HeightRule['ask'];
  readonly every: string;
  /** One to a line: `dead = dead, standing`. */
  readonly conditions: string;
}

export const conditionLines = (conditions: readonly ConditionCode[]): string =>
  conditions.map(({ code, words }) => `${code} = ${words}`).join('\n');

/** A typed design, or what is wrong with it, at its part. */
export type ReadDesign =
  | { readonly ok: true; readonly design: SurveyDesign }
  | {
      readonly ok: false;
      readonly shape: ReadShape | null;
      readonly every: string | null;
      readonly conditions: string | null;
    };

function readConditions(text: string): readonly ConditionCode[] | string {
  const codes: ConditionCode[] = [];
  for (const line of text.split('\n').map((each) => each.trim())) {
    if (line === '') continue;
    const [code = '', ...rest] = line.split('=');
    const words = rest.join('=').trim();
    if (!CONDITION_CODE.test(code.trim()))
      return `“${code.trim().slice(0, 20)}” is no code: two to eight small letters, such as “dead = dead, standing”.`;
    if (words === '') return `Say what “${code.trim()}” means: ${code.trim()} = …`;
    if (codes.some((each) => each.code === code.trim())) return `“${code.trim()}” stands there twice.`;
    codes.push({ code: code.trim(), words: words.slice(0, 60) });
  }
  return codes;
}

export function readDesign(texts: DesignTexts, system: UnitSystem): ReadDesign {
  const shape = readShape(texts.shape, system);
  const n = Number(texts.every);
  const { low, high } = HEIGHT_RULE_LIMITS;
  const isCount = texts.ask === 'none' || (Number.isInteger(n) && n >= low && n <= high);
  const conditions = readConditions(texts.conditions);
  if (!shape.ok || !isCount || typeof conditions === 'string')
    return {
      ok: false,
      shape: shape.ok ? null : shape,
      every: isCount ? null : `Give a whole number from ${low} to ${high}.`,
      conditions: typeof conditions === 'string' ? conditions : null,
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
    },
  };
}

export const usualDesignTexts = (shape: ShapeTexts): DesignTexts => ({
  shape,
  layout: 'systematic',
  edge: 'none',
  slopeRadius: 'circle',
  ask: 'every',
  every: '3',
  conditions: conditionLines(COMMON_CONDITIONS),
});

interface DesignFieldsProps {
  readonly texts: DesignTexts;
  readonly onTexts: (texts: DesignTexts) => void;
  readonly system: UnitSystem;
  /** What is wrong, once somebody has tried to keep it. */
  readonly problems: Exclude<ReadDesign, { readonly ok: true }> | null;
}

const ASKS: Readonly<Record<HeightRule['ask'], string>> = {
  every: 'every so many trees',
  class: 'so many of each class and species on a plot',
  largest: 'so many of the thickest of a plot',
  none: 'none',
};

/** How a survey samples. */
export function DesignFields({ texts, onTexts, system, problems }: DesignFieldsProps) {
  const choice = (
    name: 'layout' | 'edge' | 'slopeRadius' | 'ask',
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
