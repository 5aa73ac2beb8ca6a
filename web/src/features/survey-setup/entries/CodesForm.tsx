import { useState } from 'react';
import type { ConditionCode, Species } from '@arbolito/core/protocol';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { SurveyView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { TextAreaField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { CodeSets } from '../design/CodeSets.tsx';
import { conditionLines, readConditions, readSpecies, speciesLines } from '../design/read-codes.ts';
import { t } from '../../../messages/text.ts';

export interface CodesFormProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly species: readonly Species[];
  readonly conditions: readonly ConditionCode[];
}

interface CodesValues {
  readonly species: string;
  readonly conditions: string;
}

/** What is called out in a survey that has begun: more species, more codes, other words for those that there are. */
export function CodesForm({ surveyId, crew, species: known, conditions: before }: CodesFormProps) {
  // The same change sent again is the same write; after it was kept the next one is another.
  const [id, setId] = useState(newId);
  const entry = useEntryForm<CodesValues>({
    defaultValues: { species: speciesLines(known), conditions: conditionLines(before) },
    check: (typed) => {
      const species = readSpecies(typed.species, known);
      const conditions = readConditions(typed.conditions);
      return {
        species: typeof species === 'string' ? species : null,
        conditions: typeof conditions === 'string' ? conditions : null,
      };
    },
    fieldOf: (pointer) => {
      const [, part] = pointer.split('/');
      return part === 'species' || part === 'conditions' ? part : null;
    },
    send: async (typed, onWait) => {
      const species = readSpecies(typed.species, known);
      const conditions = readConditions(typed.conditions);
      const body = { id, observer: crew, device: deviceId(), madeAt: now(), species, conditions };
      const after = await callUntilAnswered<SurveyView>(`/api/surveys/${surveyId}/codes`, body, onWait);
      entry.form.reset({
        species: speciesLines(after.species),
        conditions: conditionLines(after.design.conditions),
      });
      setId(newId());
      return t('survey-setup.saved-the-codes-can-be', 'Saved. The codes can be used from now on.');
    },
  });
  const { form, errorOf, trouble, said } = entry;
  return (
    <form noValidate className="grid gap-4" onSubmit={entry.onSubmit}>
      <div className="grid gap-5 md:grid-cols-2">
        <TextAreaField
          id="codes-species"
          className="figures"
          label={t('survey-setup.species', 'Species')}
          hint={t(
            'survey-setup.one-per-line-code-name',
            'One per line: code = name = crown. Crown is layered, spire or dome.',
          )}
          rows={8}
          error={errorOf('species')}
          {...form.register('species')}
        />
        <TextAreaField
          id="codes-conditions"
          className="figures"
          label={t('survey-setup.condition-codes', 'Condition codes')}
          hint={t(
            'survey-setup.one-per-line-code-meaning',
            'One per line: code = meaning. Add “= dead” for dead trees: snag = standing stump = dead. Add “> product” to move a tree to a product: crook = crooked stem > Pulpwood.',
          )}
          rows={8}
          error={errorOf('conditions')}
          {...form.register('conditions')}
        />
        <div className="md:col-start-2">
          <CodeSets
            text={form.watch('conditions')}
            onText={(text) => {
              form.setValue('conditions', text, { shouldDirty: true });
            }}
          />
        </div>
      </div>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p className="flex flex-wrap items-center gap-3">
        <SubmitButton
          isSending={entry.isSending}
          isChanged={entry.isChanged}
          sending={t('survey-setup.saving', 'Saving…')}
          disabled={!form.formState.isDirty}
        >
          {t('survey-setup.save-codes', 'Save codes')}
        </SubmitButton>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
