import { useMemo } from 'react';
import { COMMON_SPECIES } from '@arbolito/core/protocol';
import { callUntilAnswered } from '../../../client/api.ts';
import { newId } from '../../../client/identity.ts';
import type { SurveyListItem, SurveyView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { DesignFields } from '../design/DesignFields.tsx';
import { readDesign } from '../design/read-design.ts';
import { checkRules } from '../field-rules/check-rules.ts';
import { RulesSection } from '../survey-form/RulesSection.tsx';
import {
  checkSurveyForm,
  surveyBody,
  surveyFieldOf,
  type SurveyIds,
  type SurveyValues,
  usualSurvey,
} from '../survey-form/survey-values.ts';
import { SurveyFields } from '../survey-form/SurveyFields.tsx';
import { t } from '../../../messages/text.ts';

export interface SurveyFormProps {
  /** Surveys that may be the visit before. */
  readonly surveys: readonly Pick<SurveyListItem, 'id' | 'name' | 'placeName' | 'startedOn'>[];
}

const NO_ERRORS: ReadonlyMap<string, string> = new Map();

/** Making a survey: what is settled once, for all of its trees. */
export function SurveyForm({ surveys }: SurveyFormProps) {
  const ids = useMemo<SurveyIds>(() => ({ survey: newId(), place: newId(), strata: new Map() }), []);
  const entry = useEntryForm<SurveyValues>({
    defaultValues: usualSurvey(),
    check: checkSurveyForm,
    fieldOf: surveyFieldOf,
    send: async (values, onWait) => {
      const survey = await callUntilAnswered<SurveyView>('/api/surveys', surveyBody(values, ids), onWait);
      location.assign(`/tally?survey=${survey.id}`);
      return null;
    },
  });
  const { form, errorOf, isTried, said, trouble } = entry;
  const system = form.watch('unitSystem');
  const designTexts = form.watch('design');
  const rules = form.watch('rules');
  const design = readDesign(designTexts, system);
  return (
    <form onSubmit={entry.onSubmit} noValidate className="grid gap-6">
      <SurveyFields entry={entry} surveys={surveys} />
      <section aria-labelledby="design" className="grid gap-3">
        <h2 id="design" className="text-xl font-bold">
          {t('survey-setup.sampling-design', 'Sampling design')}
        </h2>
        <p>
          {t(
            'survey-setup.how-the-survey-samples-a',
            'How the survey samples. A single plot can still have another type.',
          )}
        </p>
        <DesignFields
          texts={designTexts}
          onTexts={(texts) => {
            form.setValue('design', texts);
          }}
          system={system}
          problems={isTried && !design.ok ? design : null}
        />
      </section>
      <RulesSection
        rules={rules}
        onRules={(next) => {
          form.setValue('rules', next);
        }}
        system={system}
        errors={isTried ? checkRules(rules) : NO_ERRORS}
      />
      <fieldset
        className="grid gap-2"
        aria-describedby={errorOf('species') === undefined ? undefined : 'species-error'}
      >
        <legend className="font-semibold">
          {t('survey-setup.species-and-their-codes', 'Species and their codes')}
        </legend>
        <div className="grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-x-4">
          {COMMON_SPECIES.map(({ code, name }) => (
            <label key={code} className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                value={code}
                className="size-5 accent-(--paint-ink)"
                {...form.register('species')}
              />
              <span className="figures w-9 font-bold">{code}</span> {name}
            </label>
          ))}
        </div>
        {errorOf('species') !== undefined && <FieldError id="species-error">{errorOf('species')}</FieldError>}
      </fieldset>
      {(trouble ?? said) !== null && <Alert>{trouble ?? said}</Alert>}
      <p>
        <SubmitButton isMain isSending={entry.isSending} sending={t('survey-setup.saving', 'Saving…')}>
          {t('survey-setup.create-survey', 'Create survey')}
        </SubmitButton>
      </p>
    </form>
  );
}
