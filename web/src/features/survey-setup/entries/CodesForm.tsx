import { useState } from 'react';
import type { ConditionCode, Species } from '@arbolito/core/protocol';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { SurveyView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { TextAreaField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { conditionLines, readConditions, readSpecies, speciesLines } from '../design/read-codes.ts';

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
      return 'Kept: they can be called out from now on.';
    },
  });
  const { form, errorOf, trouble, said } = entry;
  return (
    <form noValidate className="grid gap-4" onSubmit={entry.onSubmit}>
      <div className="grid gap-5 md:grid-cols-2">
        <TextAreaField
          id="codes-species"
          className="figures"
          label="Species"
          hint="One to a line: code = name = crown, which is layered, spire or dome."
          rows={8}
          error={errorOf('species')}
          {...form.register('species')}
        />
        <TextAreaField
          id="codes-conditions"
          className="figures"
          label="Condition of a tree"
          hint="One to a line: code = meaning. Add “= dead” to codes of dead trees: snag = standing stump = dead."
          rows={8}
          error={errorOf('conditions')}
          {...form.register('conditions')}
        />
      </div>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p className="flex flex-wrap items-center gap-3">
        <SubmitButton isSending={entry.isSending} sending="Keeping …" disabled={!form.formState.isDirty}>
          Keep these codes
        </SubmitButton>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
