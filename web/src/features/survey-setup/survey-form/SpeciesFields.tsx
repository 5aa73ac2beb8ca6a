import { COMMON_SPECIES } from '@arbolito/core/protocol';
import { t } from '../../../messages/text.ts';
import { TextAreaField } from '../../../ui/forms/Field.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import type { EntryForm } from '../../../ui/forms/use-entry-form.ts';
import type { SurveyValues } from './survey-values.ts';

/** The species that the crew may meet, each with its code. */
export function SpeciesFields({ entry: { form, errorOf } }: { readonly entry: EntryForm<SurveyValues> }) {
  const error = errorOf('species');
  return (
    <fieldset className="grid gap-2" aria-describedby={error === undefined ? undefined : 'species-error'}>
      <legend className="sr-only">{t('survey-setup.species-and-their-codes', 'Species and their codes')}</legend>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-x-4">
        {COMMON_SPECIES.map(({ code, name }) => (
          <label key={code} className="flex min-h-11 items-center gap-3">
            <input type="checkbox" value={code} {...form.register('species')} />
            <span className="figures w-9 font-bold">{code}</span> {name}
          </label>
        ))}
      </div>
      {error !== undefined && <FieldError id="species-error">{error}</FieldError>}
      <TextAreaField
        id="moreSpecies"
        className="figures"
        label={t('survey-setup.other-species', 'Other species')}
        hint={t('survey-setup.other-species-hint', 'one per line: code = name, for example rb = rowan')}
        rows={2}
        error={errorOf('moreSpecies')}
        {...form.register('moreSpecies')}
      />
    </fieldset>
  );
}
