import type { UnitSystem } from '@arbolito/core/units';
import { EDGE_RULES, type HeightRule, LAYOUTS, SLOPE_RADII, TWO_PHASE_KINDS } from '@arbolito/core/protocol';
import { SelectField, TextAreaField, TextField } from '../../../ui/forms/Field.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import type { DesignTexts, ReadDesign } from './read-design.ts';
import { CodeSets } from './CodeSets.tsx';
import { ShapeFields } from './ShapeFields.tsx';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

interface DesignFieldsProps {
  readonly texts: DesignTexts;
  readonly onTexts: (texts: DesignTexts) => void;
  readonly system: UnitSystem;
  /** What is wrong, once somebody has tried to keep it. */
  readonly problems: Exclude<ReadDesign, { readonly ok: true }> | null;
}

const PHASES_CHOICE: Readonly<Record<DesignTexts['phases'], Text>> = {
  once: message('survey-setup.none-measured-plots-only', 'None: measured plots only'),
  'double-sampling': TWO_PHASE_KINDS['double-sampling'],
  'count-measure': TWO_PHASE_KINDS['count-measure'],
  stratification: TWO_PHASE_KINDS.stratification,
  'three-p': TWO_PHASE_KINDS['three-p'],
};

const BY = {
  regression: message('survey-setup.regression-estimator', 'Regression estimator'),
  ratio: message('survey-setup.ratio-estimator-line-through-the', 'Ratio estimator (line through the origin)'),
} as const;

const ASKS: Readonly<Record<HeightRule['ask'], Text>> = {
  every: message('survey-setup.every-nth-tree', 'Every nth tree'),
  class: message('survey-setup.trees-of-each-class', 'A number of trees per dbh class and species of a plot'),
  largest: message('survey-setup.the-thickest-trees-of-each', 'The thickest trees of each plot'),
  none: message('survey-setup.no-heights', 'No trees'),
};

/** How a survey samples. */
export function DesignFields({ texts, onTexts, system, problems }: DesignFieldsProps) {
  const choice = (
    name: 'layout' | 'edge' | 'slopeRadius' | 'ask' | 'phases' | 'by',
    label: string,
    options: Readonly<Record<string, Text>>,
  ) => (
    <SelectField
      id={`design-${name}`}
      label={label}
      options={Object.entries(options).map(([value, name]) => [value, say(name)] as const)}
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
      {choice('layout', t('survey-setup.layout', 'Layout'), LAYOUTS)}
      {choice('edge', t('survey-setup.edge-correction', 'Edge correction'), EDGE_RULES)}
      {choice('slopeRadius', t('survey-setup.circles-on-slopes', 'Circles on slopes'), SLOPE_RADII)}
      {choice('ask', t('survey-setup.heights-required-from', 'Heights required from'), ASKS)}
      {texts.ask !== 'none' && (
        <TextField
          id="design-every"
          className="figures"
          label={t('survey-setup.number', 'Number')}
          inputMode="numeric"
          value={texts.every}
          error={problems?.every}
          onChange={(event) => {
            onTexts({ ...texts, every: event.target.value });
          }}
        />
      )}
      <div className="md:col-span-2">
        {choice('phases', t('survey-setup.two-phase-design', 'Two-phase design'), PHASES_CHOICE)}
      </div>
      {texts.phases === 'double-sampling' && (
        <>
          {choice('by', t('survey-setup.estimator', 'Estimator'), BY)}
          {text('auxiliary', t('survey-setup.auxiliary-variable', 'Auxiliary variable'), 'text')}
        </>
      )}
      {texts.phases === 'three-p' &&
        text(
          'surelyFrom',
          t('survey-setup.always-measure-above-a-predicted', 'Always measure above a predicted volume of, {value}', {
            value: system === 'metric' ? 'm³' : 'ft³',
          }),
          'decimal',
        )}
      {texts.phases === 'stratification' && (
        <p className="self-center text-quiet">
          {t(
            'survey-setup.enter-the-number-of-points',
            'Enter the number of points after each stratum: North slope = 60 points.',
          )}
        </p>
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
          label={t('survey-setup.condition-codes', 'Condition codes')}
          rows={4}
          value={texts.conditions}
          error={problems?.conditions}
          onChange={(event) => {
            onTexts({ ...texts, conditions: event.target.value });
          }}
        />
        <CodeSets
          text={texts.conditions}
          onText={(conditions) => {
            onTexts({ ...texts, conditions });
          }}
        />
      </div>
    </div>
  );
}
