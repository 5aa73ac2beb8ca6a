import type { UnitSystem } from '@arbolito/core/units';
import { EDGE_RULES, type HeightRule, LAYOUTS, SLOPE_RADII, TWO_PHASE_KINDS } from '@arbolito/core/protocol';
import { SelectField, TextAreaField, TextField } from '../../../ui/forms/Field.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import type { DesignTexts, ReadDesign } from './read-design.ts';
import { ShapeFields } from './ShapeFields.tsx';

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
    <SelectField
      id={`design-${name}`}
      label={label}
      options={Object.entries(options)}
      value={texts[name]}
      onChange={(event) => {
        onTexts({ ...texts, [name]: event.target.value });
      }}
    />
  );
  const text = (name: 'auxiliary' | 'surelyFrom', label: string, inputMode: 'text' | 'decimal') => (
    <TextField
      id={`design-${name}`}
      label={label}
      inputMode={inputMode}
      value={texts[name]}
      onChange={(event) => {
        onTexts({ ...texts, [name]: event.target.value });
      }}
    />
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
        <TextField
          id="design-every"
          className="figures"
          label="How many"
          inputMode="numeric"
          value={texts.every}
          error={problems?.every}
          onChange={(event) => {
            onTexts({ ...texts, every: event.target.value });
          }}
        />
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
        <FieldError id="design-phases-error" className="md:col-span-2">
          {problems.phases}
        </FieldError>
      )}
      <div className="md:col-span-2">
        <TextAreaField
          id="design-conditions"
          className="figures"
          label="Codes that are called out for the state of a tree"
          rows={4}
          value={texts.conditions}
          error={problems?.conditions}
          onChange={(event) => {
            onTexts({ ...texts, conditions: event.target.value });
          }}
        />
      </div>
    </div>
  );
}
