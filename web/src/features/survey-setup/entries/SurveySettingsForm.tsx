import { useState } from 'react';
import {
  convert,
  printAsRead,
  printRounded,
  readQuantity,
  SLOPE_UNITS,
  type SlopeUnit,
  unitOf,
  type UnitSystem,
} from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { surveySettingsRules } from '../../../contracts/generated/rules.ts';
import { fieldProblem } from '../../../contracts/rules/field-rule.ts';
import type { SurveyView } from '../../../contracts/views.ts';
import { say, t } from '../../../messages/text.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { toastAfterLoad } from '../../../ui/feedback/toast.ts';
import { SelectField, TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { DesignFields } from '../design/DesignFields.tsx';
import { changedDesign, type DesignTexts, textsOfDesign } from '../design/read-design.ts';

export interface SurveySettingsFormProps {
  readonly survey: Pick<
    SurveyView,
    'id' | 'name' | 'crew' | 'startedOn' | 'slopeUnit' | 'eyeHeightM' | 'unitSystem' | 'design'
  >;
  /** The survey has trees: its design is fixed. */
  readonly hasTrees: boolean;
}

interface SettingsValues {
  readonly name: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly slopeUnit: SlopeUnit;
  readonly eyeHeight: string;
  readonly design: DesignTexts;
}

const unitFor = (system: UnitSystem) => (system === 'metric' ? 'm' : 'ft');

const eyeHeightM = (text: string, system: UnitSystem): number => {
  const read = readQuantity(text, { unit: unitFor(system), units: ['m', 'cm', 'ft', 'in'] });
  return read.ok ? convert(read.value, read.unit, 'm') : NaN;
};

/** Name, crew, first day and scale of a survey; before the first tree its design as well. */
export function SurveySettingsForm({ survey, hasTrees }: SurveySettingsFormProps) {
  const { unitSystem: system } = survey;
  const unit = unitFor(system);
  const [id] = useState(newId);
  const entry = useEntryForm<SettingsValues>({
    defaultValues: {
      ...{ name: survey.name, crew: survey.crew, startedOn: survey.startedOn, slopeUnit: survey.slopeUnit },
      eyeHeight: printAsRead(Number(printRounded(convert(survey.eyeHeightM, 'm', unit), 2))),
      design: textsOfDesign(survey.design, system),
    },
    check: ({ name, crew, startedOn, eyeHeight, design }) => ({
      name: fieldProblem(t('survey-setup.name', 'Name'), surveySettingsRules.name, name.trim()),
      crew: fieldProblem(t('survey-setup.crew', 'Crew'), surveySettingsRules.crew, crew.trim()),
      startedOn: fieldProblem(t('survey-setup.first-day', 'First day'), surveySettingsRules.startedOn, startedOn),
      eyeHeight: fieldProblem(
        t('survey-setup.eye-height', 'Eye height'),
        surveySettingsRules.eyeHeightM,
        eyeHeightM(eyeHeight, system),
        { symbol: unitOf(unit).symbol, convert: (value) => convert(value, 'm', unit) },
      ),
      design:
        hasTrees || changedDesign(design, survey.design, system).ok
          ? null
          : t('survey-setup.check-the-fields-of-the', 'Check the fields of the sampling design.'),
    }),
    fieldOf: (pointer) => {
      const part = pointer.split('/')[1];
      if (part === 'eyeHeightM') return 'eyeHeight';
      return part === 'name' || part === 'crew' || part === 'startedOn' || part === 'design' ? part : null;
    },
    send: async (values, onWait) => {
      const changed = changedDesign(values.design, survey.design, system);
      const body = {
        ...{ id, observer: values.crew.trim(), device: deviceId(), madeAt: now() },
        ...{ name: values.name.trim(), crew: values.crew.trim(), startedOn: values.startedOn },
        slopeUnit: values.slopeUnit,
        eyeHeightM: eyeHeightM(values.eyeHeight, system),
        design: hasTrees || !changed.ok ? survey.design : changed.design,
      };
      await callUntilAnswered<SurveyView>(`/api/surveys/${survey.id}/settings`, body, onWait);
      toastAfterLoad(t('survey-setup.saved', 'Saved.'));
      location.assign(`/surveys/${survey.id}`);
      return null;
    },
  });
  const { form, errorOf, isTried } = entry;
  const design = form.watch('design');
  const read = changedDesign(design, survey.design, system);
  const message = errorOf('design') ?? entry.trouble ?? entry.said;
  return (
    <form noValidate className="grid gap-6" onSubmit={entry.onSubmit}>
      <div className="grid gap-5 md:grid-cols-2">
        <TextField
          id="name"
          label={t('survey-setup.survey', 'Survey')}
          error={errorOf('name')}
          {...form.register('name')}
        />
        <TextField
          id="crew"
          label={t('survey-setup.crew', 'Crew')}
          hint={t('survey-setup.recorded-with-every-reading', 'recorded with every reading')}
          error={errorOf('crew')}
          {...form.register('crew')}
        />
        <TextField
          id="startedOn"
          label={t('survey-setup.first-day', 'First day')}
          hint={t('survey-setup.first-day.hint', 'year-month-day, for example 2026-06-03')}
          inputMode="numeric"
          maxLength={10}
          className="figures"
          error={errorOf('startedOn')}
          {...form.register('startedOn')}
        />
        <SelectField
          id="slopeUnit"
          label={t('survey-setup.clinometer-scale', 'Clinometer scale')}
          hint={t('survey-setup.used-for-sights-without-a', 'used for sights without a unit on the call-out line')}
          options={SLOPE_UNITS.map((each) => [each, say(unitOf(each).words)])}
          {...form.register('slopeUnit')}
        />
        <TextField
          id="eyeHeight"
          label={t('survey-setup.eye-height-of-the-observer', 'Eye height of the observer, {unit}', {
            unit: unitOf(unit).symbol,
          })}
          hint={t('survey-setup.for-the-drawing-5-ft', 'for the drawing; 5 ft 3 in is accepted')}
          error={errorOf('eyeHeight')}
          {...form.register('eyeHeight')}
        />
      </div>
      <section aria-labelledby="design" className="grid gap-4">
        <h2 id="design" className="text-xl font-bold">
          {t('survey-setup.sampling-design', 'Sampling design')}
        </h2>
        {hasTrees ? (
          <p>
            {t(
              'survey-setup.design-is-fixed',
              'The design is fixed, because the survey has trees. Make a new survey to measure with another design.',
            )}
          </p>
        ) : (
          <DesignFields
            texts={design}
            onTexts={(next) => {
              form.setValue('design', next, { shouldValidate: isTried, shouldDirty: true });
            }}
            system={system}
            problems={isTried && !read.ok ? read : null}
          />
        )}
      </section>
      {message !== null && <Alert>{message}</Alert>}
      <p className="flex flex-wrap items-center gap-3">
        <SubmitButton isMain isSending={entry.isSending} isChanged={entry.isChanged}>
          {t('survey-setup.save-settings', 'Save settings')}
        </SubmitButton>
        <a className="btn" href={`/surveys/${survey.id}`}>
          {t('survey-setup.cancel', 'Cancel')}
        </a>
      </p>
    </form>
  );
}
