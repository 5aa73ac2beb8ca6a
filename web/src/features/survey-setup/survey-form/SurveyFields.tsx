import type { UseFormReturn } from 'react-hook-form';
import { rulesOfSet, setOf, USUAL_DESIGN } from '@arbolito/core/protocol';
import { SLOPE_UNITS, unitOf, type UnitSystem } from '@arbolito/core/units';
import type { SurveyListItem } from '../../../contracts/views.ts';
import { SelectField, TextAreaField, TextField } from '../../../ui/forms/Field.tsx';
import type { EntryForm } from '../../../ui/forms/use-entry-form.ts';
import { textsOfShape } from '../design/shape-texts.ts';
import { type SurveyValues, SYSTEMS } from './survey-values.ts';
import { t } from '../../../messages/text.ts';

interface SurveyFieldsProps {
  readonly entry: EntryForm<SurveyValues>;
  /** Surveys that may be the visit before. */
  readonly surveys: readonly Pick<SurveyListItem, 'id' | 'name' | 'placeName' | 'startedOn'>[];
}

/** Takes other units: what is usual in them, as far as it has not been changed. */
function changeSystem({ getValues, setValue }: UseFormReturn<SurveyValues>, next: UnitSystem): void {
  const { rules, unitSystem, design } = getValues();
  const set = setOf(rules, unitSystem);
  setValue('unitSystem', next);
  if (set !== null) setValue('rules', rulesOfSet(set, next));
  setValue('eyeHeight', SYSTEMS[next].eyeHeight);
  setValue('design', { ...design, shape: textsOfShape(USUAL_DESIGN.shape, next) });
}

/** What is settled once for a survey: where, who, when, and in which units. */
export function SurveyFields({ entry, surveys }: SurveyFieldsProps) {
  const { form, errorOf } = entry;
  const unit = unitOf(SYSTEMS[form.watch('unitSystem')].unit).symbol;
  const wired = (name: keyof SurveyValues) => ({ id: name, error: errorOf(name), ...form.register(name) });
  return (
    <>
      <div className="grid gap-5 md:grid-cols-2">
        <TextField
          label={t('survey-setup.place', 'Place')}
          hint={t('survey-setup.forest-wood-or-street', 'forest, wood or street')}
          {...wired('place')}
        />
        <TextField
          label={t('survey-setup.survey', 'Survey')}
          hint={t('survey-setup.for-example-visit-of-2026', 'for example: Visit of 2026')}
          {...wired('name')}
        />
        <TextField
          label={t('survey-setup.crew', 'Crew')}
          hint={t('survey-setup.recorded-with-every-reading', 'recorded with every reading')}
          {...wired('crew')}
        />
        <TextField label={t('survey-setup.first-day', 'First day')} type="date" {...wired('startedOn')} />
        <SelectField
          label={t('survey-setup.units', 'Units')}
          hint={t('survey-setup.units-of-results-readings-may', 'units of results; readings may use any unit')}
          options={Object.entries(SYSTEMS).map(([system, { words }]) => [system, words])}
          {...wired('unitSystem')}
          onChange={(event) => {
            changeSystem(form, event.target.value === 'imperial' ? 'imperial' : 'metric');
          }}
        />
        <SelectField
          label={t('survey-setup.clinometer-scale', 'Clinometer scale')}
          hint={t('survey-setup.used-for-sights-without-a', 'used for sights without a unit on the call-out line')}
          options={SLOPE_UNITS.map((each) => [each, unitOf(each).words])}
          {...wired('slopeUnit')}
        />
        <TextField
          label={t('survey-setup.eye-height-of-the-observer', 'Eye height of the observer, {unit}', { unit })}
          hint={t('survey-setup.for-the-drawing-5-ft', 'for the drawing; 5 ft 3 in is accepted')}
          {...wired('eyeHeight')}
        />
        <TextField
          label={t('survey-setup.form-factor', 'Form factor')}
          hint={t('survey-setup.form-factor-hint', 'volume = form factor × basal area × height, for example 0.45')}
          inputMode="decimal"
          {...wired('formFactor')}
        />
        <TextAreaField
          label={t('survey-setup.strata', 'Strata')}
          hint={t(
            'survey-setup.one-per-line-with-its',
            'One per line with its area: North slope = 10 ha. Or with a number of points: North slope = 60 points',
          )}
          rows={3}
          {...wired('strata')}
        />
      </div>
      {surveys.length > 0 && (
        <SelectField
          label={t('survey-setup.previous-visit', 'Previous visit')}
          hint={t(
            'survey-setup.visit-to-the-same-plots',
            'visit to the same plots: its measuring points and diameters are shown at re-measurement',
          )}
          options={[
            ['', t('survey-setup.none-first-visit', 'none (first visit)')],
            ...surveys.map(
              ({ id, name, placeName, startedOn }) =>
                [
                  id,
                  t('survey-setup.from-2', '{placeName}: {name}, from {startedOn}', { placeName, name, startedOn }),
                ] as const,
            ),
          ]}
          {...wired('previous')}
        />
      )}
    </>
  );
}
