import type { UseFormReturn } from 'react-hook-form';
import { rulesOfSet, setOf, USUAL_DESIGN } from '@arbolito/core/protocol';
import { SLOPE_UNITS, unitOf, type UnitSystem } from '@arbolito/core/units';
import type { SurveyListItem } from '../../../contracts/views.ts';
import { SelectField, TextAreaField, TextField } from '../../../ui/forms/Field.tsx';
import type { EntryForm } from '../../../ui/forms/use-entry-form.ts';
import { textsOfShape } from '../design/shape-texts.ts';
import { type SurveyValues, SYSTEMS } from './survey-values.ts';

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
        <TextField label="Place" hint="the forest, wood or street" {...wired('place')} />
        <TextField label="Survey" hint="such as: Visit of 2026" {...wired('name')} />
        <TextField label="Crew" hint="stands with every reading you keep" {...wired('crew')} />
        <TextField label="First day" hint="year-month-day" type="date" {...wired('startedOn')} />
        <SelectField
          label="Units"
          hint="figures are shown in these; readings may be typed in any"
          options={Object.entries(SYSTEMS).map(([system, { words }]) => [system, words])}
          {...wired('unitSystem')}
          onChange={(event) => {
            changeSystem(form, event.target.value === 'imperial' ? 'imperial' : 'metric');
          }}
        />
        <SelectField
          label="The clinometer is read in"
          hint="meant wherever a sight is called out without its unit"
          options={SLOPE_UNITS.map((each) => [each, unitOf(each).words])}
          {...wired('slopeUnit')}
        />
        <TextField
          label={`Eye height of the observer, ${unit}`}
          hint="for the drawing; 5 ft 3 in works too"
          {...wired('eyeHeight')}
        />
        <TextField
          label="Form factor"
          hint="share of the cylinder that a stem fills: volume = form factor × basal area × height"
          inputMode="decimal"
          {...wired('formFactor')}
        />
        <TextAreaField
          label="Strata"
          hint="one to a line: parts of the area that are tallied apart, with their area: North slope = 10 ha. Where points size them: North slope = 60 points"
          rows={3}
          {...wired('strata')}
        />
      </div>
      {surveys.length > 0 && (
        <SelectField
          label="The visit before"
          hint="at the same plots: its points and diameters are shown where a tree is measured again"
          options={[
            ['', 'this is the first visit'],
            ...surveys.map(
              ({ id, name, placeName, startedOn }) => [id, `${placeName}: ${name}, from ${startedOn}`] as const,
            ),
          ]}
          {...wired('previous')}
        />
      )}
    </>
  );
}
