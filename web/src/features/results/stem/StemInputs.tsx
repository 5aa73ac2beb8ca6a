import type { Defect } from '@arbolito/core/bucking';
import type { UnitSystem } from '@arbolito/core/units';
import { parseQuantity, type QuantitySpec } from '../../../ui/forms/quantity.ts';
import { Choice } from '../../../ui/forms/Choice.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import type { WoodUnits } from '../prices/wood-units.ts';
import { Defects } from './Defects.tsx';
import type { StemKey } from './stem-figures.ts';
import type { StemPageProps } from '../entries/StemPage.tsx';
import { SettingsRow } from '../../../ui/forms/SettingsRow.tsx';
import { TextAreaField } from '../../../ui/forms/Field.tsx';
import { isModelId, type ModelId, MODELS, needsSections, SURVEY_MODEL } from './stem-state.ts';
import { t, say } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

interface StemFormProps extends StemPageProps {
  readonly units: WoodUnits;
  readonly onUnits: (system: UnitSystem) => void;
  readonly specs: Readonly<Record<StemKey, QuantitySpec>>;
  readonly texts: Readonly<Record<StemKey, string>>;
  readonly onType: (key: StemKey, text: string) => void;
  readonly species: string;
  readonly onSpecies: (code: string) => void;
  readonly model: ModelId | typeof SURVEY_MODEL;
  readonly hasOwnTaper: boolean;
  /** What to know of the taper that is chosen. */
  readonly doubts: readonly string[];
  readonly onModel: (model: ModelId | typeof SURVEY_MODEL) => void;
  readonly sectionsText: string;
  readonly sectionsProblem: string | null;
  readonly onSections: (text: string) => void;
  readonly defects: readonly Defect[];
  readonly heightM: number;
  readonly onDefects: (defects: readonly Defect[]) => void;
}

const SYSTEMS = {
  metric: message('results.cm-and-m', 'cm and m'),
  imperial: message('results.in-and-ft', 'in and ft'),
} as const;

/** The tree, and what is assumed about it: taper, bark, stump and top, defects, standard errors. */
export function StemInputs(props: StemFormProps) {
  const { units, specs, texts, onType, survey, species, model, sectionsProblem } = props;
  const field = (name: StemKey) => (
    <NumberField
      key={name}
      spec={specs[name]}
      text={texts[name]}
      optional={name === 'dbh' || name === 'height'}
      onType={(text) => {
        onType(name, text);
      }}
    />
  );
  const hasProblem = (keys: readonly StemKey[]) =>
    keys.some((key) => 'problem' in parseQuantity(specs[key], texts[key]));
  const modelName =
    model === SURVEY_MODEL
      ? t('results.default-for', 'Default for {name}', { name: survey?.name ?? '' })
      : say(MODELS[model]);
  const taper = (
    <>
      <select
        className="field"
        aria-label={t('results.taper', 'Taper')}
        value={model}
        onChange={(event) => {
          const { value } = event.target;
          if (isModelId(value) || value === SURVEY_MODEL) props.onModel(value);
        }}
      >
        {props.hasOwnTaper && (
          <option value={SURVEY_MODEL}>
            {t('results.default-for', 'Default for {name}', { name: survey?.name ?? '' })}
          </option>
        )}
        {Object.entries(MODELS).map(([id, name]) => (
          <option key={id} value={id}>
            {say(name)}
          </option>
        ))}
      </select>
      {model === 'ormerod' && field('exponent')}
      {model === 'kozak' && (['kozakB1', 'kozakB2'] as const).map(field)}
      {needsSections(model) && (
        <TextAreaField
          className="figures"
          label={t(
            'results.height-in-and-diameter-in',
            'height in {units} and diameter in {diameter}, separated by semicolons',
            { units: units.length, diameter: units.diameter },
          )}
          rows={2}
          maxLength={400}
          placeholder={units.system === 'metric' ? '5.3 33; 13 24' : '17.3 13; 42 9.5'}
          value={props.sectionsText}
          error={sectionsProblem}
          onChange={(event) => {
            props.onSections(event.target.value);
          }}
        />
      )}
      {props.doubts.map((doubt) => (
        <p key={doubt} className="font-semibold">
          {doubt}
        </p>
      ))}
    </>
  );
  return (
    <section aria-label={t('results.stem', 'Stem')} className="grid gap-5">
      <fieldset className="grid gap-2">
        <legend className="pb-1 font-bold">{t('results.tree-2', 'Tree')}</legend>
        <Choice name={t('results.units', 'Units')} options={SYSTEMS} chosen={units.system} onChoose={props.onUnits} />
        {survey !== null && (
          <label className="flex items-center gap-2">
            <span>{t('results.species-2', 'species')}</span>
            <select
              className="field ml-auto !w-auto"
              value={species}
              onChange={(event) => {
                props.onSpecies(event.target.value);
              }}
            >
              {survey.species.map(({ code, name }) => (
                <option key={code} value={code}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {(['dbh', 'height'] as const).map(field)}
      </fieldset>
      <div className="border-y border-line">
        <SettingsRow title={t('results.taper', 'Taper')} value={modelName} hasError={sectionsProblem !== null}>
          {() => taper}
        </SettingsRow>
        <SettingsRow
          title={t('results.bark-stump-top', 'Bark, stump, top')}
          value={t('results.bark-stump-top.value', '{bark} % · {stump} {length} · {top} {diameter}', {
            ...{ bark: texts.bark, stump: texts.stump, top: texts.top },
            ...{ length: units.length, diameter: units.diameter },
          })}
          hasError={hasProblem(['bark', 'stump', 'top'])}
        >
          {() => (['bark', 'stump', 'top'] as const).map(field)}
        </SettingsRow>
        <SettingsRow
          title={t('results.defects', 'Defects')}
          value={t('results.defects.value', '{count, plural, =0 {none} one {# defect} other {# defects}}', {
            count: props.defects.length,
          })}
        >
          {() => <Defects defects={props.defects} heightM={props.heightM} units={units} onChange={props.onDefects} />}
        </SettingsRow>
        <SettingsRow
          title={t('results.standard-errors', 'Standard errors')}
          value={t(
            'results.standard-errors.value',
            'dbh {dbh} {diameter} · height {height} {length} · taper {taper} %',
            {
              ...{ dbh: texts.dbhError, height: texts.heightError, taper: texts.taper },
              ...{ length: units.length, diameter: units.diameter },
            },
          )}
          hasError={hasProblem(['dbhError', 'heightError', 'taper'])}
        >
          {() => (['dbhError', 'heightError', 'taper'] as const).map(field)}
        </SettingsRow>
      </div>
    </section>
  );
}
