import type { UseFormReturn } from 'react-hook-form';
import { rulesOfSet, setOf } from '@arbolito/core/protocol';
import { SLOPE_UNITS, unitOf, type UnitSystem } from '@arbolito/core/units';
import type { SurveyListItem } from '../../../contracts/views.ts';
import { day } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';
import { SelectField, TextAreaField, TextField } from '../../../ui/forms/Field.tsx';
import type { EntryForm } from '../../../ui/forms/use-entry-form.ts';
import { presetOf, presetShape } from './presets.ts';
import { type SurveyValues, SYSTEMS } from './survey-values.ts';

interface FieldsProps {
  readonly entry: EntryForm<SurveyValues>;
}

export type EarlierSurvey = Pick<SurveyListItem, 'id' | 'name' | 'placeName' | 'startedOn'>;

/** Takes other units: what is usual in them, as far as it has not been changed. */
function changeSystem({ getValues, setValue }: UseFormReturn<SurveyValues>, next: UnitSystem): void {
  const { rules, unitSystem, design, preset } = getValues();
  const set = setOf(rules, unitSystem);
  setValue('unitSystem', next);
  if (set !== null) setValue('rules', rulesOfSet(set, next));
  setValue('eyeHeight', SYSTEMS[next].eyeHeight);
  setValue('design', { ...design, shape: presetShape(presetOf(design.shape.kind, preset), next) });
}

const wiring =
  ({ form, errorOf }: EntryForm<SurveyValues>) =>
  (name: keyof SurveyValues) => ({ id: name, error: errorOf(name), ...form.register(name) });

/** The three answers that every survey needs: where, how large, and who. */
export function AnswerFields({ entry, places }: FieldsProps & { readonly places: readonly string[] }) {
  const wired = wiring(entry);
  const [system, design] = entry.form.watch(['unitSystem', 'design']);
  const unit = system === 'metric' ? 'ha' : 'ac';
  return (
    <div className="grid gap-4 md:grid-cols-3">
      <TextField
        label={t('survey-setup.place', 'Place')}
        hint={t('survey-setup.forest-wood-or-street', 'forest, wood or street')}
        list="known-places"
        {...wired('place')}
      />
      <datalist id="known-places">
        {places.map((place) => (
          <option key={place} value={place} />
        ))}
      </datalist>
      {design.shape.kind !== 'tree-list' && (
        <TextField
          label={t('survey-setup.area-optional', 'Area, {unit} (optional)', { unit })}
          hint={t('survey-setup.for-totals', 'for totals; for example 24')}
          inputMode="decimal"
          {...wired('area')}
        />
      )}
      <TextField
        label={t('survey-setup.crew', 'Crew')}
        hint={t('survey-setup.recorded-with-every-reading', 'recorded with every reading')}
        {...wired('crew')}
      />
    </div>
  );
}

/** Name, day, units and the visit before. */
export function VisitFields({ entry, surveys }: FieldsProps & { readonly surveys: readonly EarlierSurvey[] }) {
  const { form } = entry;
  const wired = wiring(entry);
  return (
    <div className="grid gap-5 md:grid-cols-2">
      <TextField
        label={t('survey-setup.survey', 'Survey')}
        hint={t('survey-setup.for-example-visit-of-2026', 'for example: Visit of 2026')}
        {...wired('name')}
      />
      <TextField
        label={t('survey-setup.first-day', 'First day')}
        hint={t('survey-setup.first-day.hint', 'year-month-day, for example 2026-06-03')}
        inputMode="numeric"
        maxLength={10}
        className="figures"
        {...wired('startedOn')}
      />
      <SelectField
        label={t('survey-setup.units', 'Units')}
        hint={t('survey-setup.units-of-results-readings-may', 'units of results; readings may use any unit')}
        options={Object.entries(SYSTEMS).map(([system, { words }]) => [system, words])}
        {...wired('unitSystem')}
        onChange={(event) => {
          changeSystem(form, event.target.value === 'imperial' ? 'imperial' : 'metric');
        }}
      />
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
                  t('survey-setup.from-2', '{placeName}: {name}, from {startedOn}', {
                    placeName,
                    name,
                    startedOn: day(startedOn),
                  }),
                ] as const,
            ),
          ]}
          {...wired('previous')}
        />
      )}
    </div>
  );
}

/** The strata, one to a line. */
export function StrataField({ entry }: FieldsProps) {
  return (
    <TextAreaField
      label={t('survey-setup.strata', 'Strata')}
      hint={t(
        'survey-setup.one-per-line-with-its',
        'One per line with its area: North slope = 10 ha. Or with a number of points: North slope = 60 points',
      )}
      rows={3}
      {...wiring(entry)('strata')}
    />
  );
}

/** How readings are taken and turned into volume. */
export function ReadingFields({ entry }: FieldsProps) {
  const wired = wiring(entry);
  const unit = unitOf(SYSTEMS[entry.form.watch('unitSystem')].unit).symbol;
  return (
    <div className="grid gap-5 md:grid-cols-2">
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
    </div>
  );
}
