import { useMemo } from 'react';
import {
  breastHeightWords,
  heightRuleWords,
  LAYOUTS,
  RULE_SETS,
  rulesOfSet,
  takesEveryTree,
  setOf,
  USUAL_TREE,
} from '@arbolito/core/protocol';
import { shapeWords } from '@arbolito/core/plot';
import { unitOf } from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { newId } from '../../../client/identity.ts';
import type { PlotView, SurveyView } from '../../../contracts/views.ts';
import { day } from '../../../messages/figures.ts';
import { listOf, say, t } from '../../../messages/text.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { DesignFields } from '../design/DesignFields.tsx';
import { checkRules } from '../field-rules/check-rules.ts';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';
import { PresetChoice } from '../survey-form/PresetChoice.tsx';
import { crewTasks, listPreset, presetOf, presetShape, surveyOutcomes } from '../survey-form/presets.ts';
import { SettingsRow } from '../../../ui/forms/SettingsRow.tsx';
import { SpeciesFields } from '../survey-form/SpeciesFields.tsx';
import {
  checkSurveyForm,
  designOf,
  firstListBody,
  type LastSurvey,
  speciesOf,
  surveyBody,
  surveyFieldOf,
  type SurveyIds,
  surveyLike,
  type SurveyValues,
  SYSTEMS,
  usualSurvey,
} from '../survey-form/survey-values.ts';
import {
  AnswerFields,
  type EarlierSurvey,
  ReadingFields,
  StrataField,
  VisitFields,
} from '../survey-form/SurveyFields.tsx';

export interface SurveyFormProps {
  /** Surveys that may be the visit before. */
  readonly surveys: readonly EarlierSurvey[];
  /** The newest survey, whose settings are suggested. */
  readonly last: LastSurvey | null;
}

/** The stratum of a survey without an area. */
const allTrees = (): string => t('survey-setup.all-trees', 'all trees');

const NO_ERRORS: ReadonlyMap<string, string> = new Map();

/** Making a survey: its kind, three answers, and defaults that can be changed. */
export function SurveyForm({ surveys, last }: SurveyFormProps) {
  const ids = useMemo<SurveyIds>(
    () => ({ survey: newId(), place: newId(), firstList: newId(), strata: new Map() }),
    [],
  );
  const entry = useEntryForm<SurveyValues>({
    defaultValues: surveyLike(last),
    check: checkSurveyForm,
    fieldOf: surveyFieldOf,
    send: async (values, onWait) => {
      const survey = await callUntilAnswered<SurveyView>('/api/surveys', surveyBody(values, ids), onWait);
      // A list of trees has nothing to lay out: its tally opens at once.
      const list = firstListBody(values, survey, ids);
      const plot = list === null ? null : await callUntilAnswered<PlotView>('/api/plots', list, onWait);
      location.assign(plot === null ? `/tally?survey=${survey.id}` : `/tally/${plot.id}`);
      return null;
    },
  });
  const { form, errorOf, isTried, said, trouble } = entry;
  const usual = useMemo(() => surveyLike(last), [last]);
  const values = form.watch();
  const { unitSystem: system, design: texts, rules } = values;
  const design = designOf(values);
  const set = setOf(rules, system);
  const has = (...fields: readonly (keyof SurveyValues)[]): boolean =>
    fields.some((field) => errorOf(field) !== undefined);
  const species = speciesOf(values);
  const kinds = typeof species === 'string' ? [] : species.map(({ name }) => name);
  return (
    <form onSubmit={entry.onSubmit} noValidate className="grid gap-6">
      <section aria-labelledby="kind" className="grid gap-3">
        <h2 id="kind" className="text-xl font-bold">
          {t('survey-setup.step-kind', '1. Kind of survey')}
        </h2>
        <PresetChoice
          chosen={presetOf(texts.shape.kind, values.preset)}
          onChoose={(preset) => {
            const own = listPreset(preset);
            const { ask, every } = own ?? usual.design;
            form.setValue('preset', preset);
            if ([usual.strata, allTrees()].includes(values.strata))
              form.setValue('strata', own === null ? usual.strata : allTrees());
            form.setValue('rules', own === null ? usual.rules : rulesOfSet(own.rules, system));
            form.setValue(
              'design',
              { ...texts, ask, every, shape: presetShape(preset, system) },
              { shouldValidate: isTried },
            );
          }}
        />
      </section>
      <section aria-labelledby="answers" className="grid gap-3">
        <h2 id="answers" className="text-xl font-bold">
          {t('survey-setup.step-where-and-who', '2. Where and who')}
        </h2>
        {last !== null && (
          <p className="flex flex-wrap items-center gap-x-3 text-quiet">
            {t('survey-setup.suggested-from', 'Suggested settings: as in {place}, {name}.', {
              place: last.place.name,
              name: last.name,
            })}
            <button
              type="button"
              className="btn"
              onClick={() => {
                form.reset({ ...usualSurvey(), place: values.place, name: values.name });
              }}
            >
              {t('survey-setup.use-standard-settings', 'Use standard settings')}
            </button>
          </p>
        )}
        <AnswerFields entry={entry} places={[...new Set(surveys.map(({ placeName }) => placeName))]} />
      </section>
      <section aria-labelledby="defaults" className="grid gap-3">
        <h2 id="defaults" className="text-xl font-bold">
          {t('survey-setup.step-defaults', '3. Defaults, until the first tree')}
        </h2>
        <div className="card px-4">
          <SettingsRow
            title={t('survey-setup.visit', 'Visit')}
            value={t('survey-setup.visit-in-one-line', '{name}, from {startedOn}; {system}', {
              name: values.name,
              startedOn: /^\d{4}-\d\d-\d\d$/.test(values.startedOn) ? day(values.startedOn) : values.startedOn,
              system: SYSTEMS[system].words,
            })}
            hasError={has('name', 'startedOn', 'unitSystem', 'previous')}
          >
            {() => (
              <>
                <VisitFields entry={entry} surveys={surveys} />
              </>
            )}
          </SettingsRow>
          <SettingsRow
            title={t('survey-setup.sampling-design', 'Sampling design')}
            value={
              design.ok
                ? takesEveryTree(design.design.shape)
                  ? t('survey-setup.whole-design-in-one-line', '{shape}; {heights}', {
                      shape: shapeWords(design.design.shape, system),
                      heights: heightRuleWords(design.design.heights),
                    })
                  : t('survey-setup.design-in-one-line', '{shape}; {layout}; {heights}', {
                      shape: shapeWords(design.design.shape, system),
                      layout: LAYOUTS[texts.layout],
                      heights: heightRuleWords(design.design.heights),
                    })
                : t('survey-setup.not-complete', 'not complete')
            }
            hasError={has('design', 'strata')}
          >
            {() => (
              <>
                <DesignFields
                  texts={texts}
                  onTexts={(next) => {
                    form.setValue('design', next, { shouldValidate: isTried });
                  }}
                  system={system}
                  problems={isTried && !design.ok ? design : null}
                />
                <StrataField entry={entry} />
              </>
            )}
          </SettingsRow>
          <SettingsRow
            title={t('survey-setup.readings', 'Readings')}
            value={t(
              'survey-setup.readings-in-one-line',
              'clinometer in {scale}; eye height {eyeHeight}; form factor {formFactor}',
              {
                scale: unitOf(values.slopeUnit).words,
                eyeHeight: /[a-z'"]/i.test(values.eyeHeight)
                  ? values.eyeHeight
                  : `${values.eyeHeight} ${unitOf(SYSTEMS[system].unit).symbol}`,
                formFactor: values.formFactor,
              },
            )}
            hasError={has('slopeUnit', 'eyeHeight', 'formFactor')}
          >
            {() => (
              <>
                <ReadingFields entry={entry} />
              </>
            )}
          </SettingsRow>
          <SettingsRow
            title={t('survey-setup.field-rules', 'Field rules')}
            value={t('survey-setup.rules-in-one-line', '{set}, breast height {breastHeight}', {
              set: set === null ? t('survey-setup.own-rules', 'Own rules') : RULE_SETS[set].name,
              breastHeight: breastHeightWords(rules.breastHeightM),
            })}
            hasError={has('rules')}
          >
            {() => (
              <>
                <FieldRulesFields
                  key={system}
                  rules={rules}
                  onRules={(next) => {
                    form.setValue('rules', next, { shouldValidate: isTried });
                  }}
                  system={system}
                  typical={USUAL_TREE}
                  errors={isTried ? checkRules(rules) : NO_ERRORS}
                />
              </>
            )}
          </SettingsRow>
          <SettingsRow
            title={t('survey-setup.species', 'Species')}
            value={kinds.length === 0 ? t('survey-setup.none', 'none') : listOf(kinds)}
            hasError={has('species', 'moreSpecies')}
          >
            {() => (
              <>
                <SpeciesFields entry={entry} />
              </>
            )}
          </SettingsRow>
        </div>
      </section>
      {design.ok && (
        <section aria-label={t('survey-setup.preview', 'Preview')} className="grid gap-4 md:grid-cols-2">
          <Preview
            title={t('survey-setup.the-crew-records', 'The crew records')}
            items={crewTasks(design.design, rules, values.slopeUnit, system).map((each) => say(each))}
          />
          <Preview
            title={t('survey-setup.the-survey-gives', 'The survey gives')}
            items={surveyOutcomes(design.design, system).map((each) => say(each))}
          />
        </section>
      )}
      {(trouble ?? said) !== null && <Alert>{trouble ?? said}</Alert>}
      <p>
        <SubmitButton isMain isSending={entry.isSending} sending={t('survey-setup.saving', 'Saving…')}>
          {t('survey-setup.create-survey', 'Create survey')}
        </SubmitButton>
      </p>
    </form>
  );
}

const Preview = ({ title, items }: { readonly title: string; readonly items: readonly string[] }) => (
  <div className="card p-4">
    <h3 className="font-bold">{title}</h3>
    <ul className="list-disc pl-5">
      {items.map((each) => (
        <li key={each}>{each}</li>
      ))}
    </ul>
  </div>
);
