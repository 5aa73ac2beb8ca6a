import { useState } from 'react';
import { checkResult, type KitInstrument } from '@arbolito/core/instruments';
import { convert, readQuantity, type UnitId } from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId } from '../../../client/identity.ts';
import { personRules } from '../../../contracts/generated/rules.ts';
import type { PersonView } from '../../../contracts/people.ts';
import { fieldProblem } from '../../../contracts/rules/field-rule.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { personWords } from '../../../shared/person-words.ts';
import { t } from '../../../messages/text.ts';

interface PersonFormProps {
  readonly people: readonly PersonView[];
}

interface Typed {
  readonly name: string;
  readonly eye: string;
  /** Length of the measured line, and the paces counted on it: as often as it was walked. */
  readonly line: string;
  readonly paces: string;
}

const EMPTY: Typed = { name: '', eye: '', line: '', paces: '' };
const LENGTHS: readonly UnitId[] = ['m', 'cm', 'ft', 'in'];

/** Anybody's paces, as an instrument of the kit. */
const OWN_PACES: KitInstrument = {
  kind: 'paces',
  name: 'paces',
  unit: 'm',
  graduation: 0.01,
  standardError: 0.03,
  everyDays: 0,
};

const lengthM = (text: string): number => {
  const read = readQuantity(text, { unit: 'm', units: LENGTHS });
  return read.ok ? convert(read.value, read.unit, 'm') : NaN;
};

/**
 * Mean pace of a person over repeated walks of a measured line.
 *
 * @param texts length of the line, and the paces of each walk: `65 66 64`
 * @returns pace and its standard error in m, its drift over a day included; null for texts that say none
 */
export function readPace({ line, paces }: Pick<Typed, 'line' | 'paces'>): PersonView['pace'] {
  const metres = lengthM(line);
  const counts = paces
    .trim()
    .split(/\s+/)
    .map((each) => Number(each.replace(',', '.')));
  if (!(metres > 0) || counts.some((count) => !(count > 0))) return null;
  return checkResult({ check: 'pace-line', line: metres, paces: counts }, OWN_PACES).pace;
}

const checkPerson = ({ name, eye, line, paces }: Typed) => {
  const pace = readPace({ line, paces });
  return {
    name: fieldProblem(t('instruments.person-name', 'Name'), personRules.name, name.trim()),
    eye:
      eye.trim() === ''
        ? null
        : fieldProblem(t('instruments.eye-height', 'Eye height'), personRules.eyeHeightM, lengthM(eye)),
    paces:
      line.trim() === '' && paces.trim() === ''
        ? null
        : pace === null
          ? t('instruments.pace-needs', 'Enter the length of the line and the paces counted on it, such as 65 66 64.')
          : fieldProblem(t('instruments.pace', 'Pace'), personRules.paceM, pace.lengthM),
  };
};

/** Eye height and pace of everybody who measures; the tree sheet fills them in for whoever is chosen there. */
export function PersonForm({ people: known }: PersonFormProps) {
  const [people, setPeople] = useState(known);
  const entry = useEntryForm<Typed>({
    defaultValues: EMPTY,
    check: checkPerson,
    send: async (typed, onWait) => {
      const pace = readPace(typed);
      const body = {
        id: newId(),
        observer: typed.name.trim(),
        device: deviceId(),
        name: typed.name.trim(),
        ...(typed.eye.trim() === '' ? {} : { eyeHeightM: lengthM(typed.eye) }),
        ...(pace === null ? {} : { paceM: pace.lengthM, paceErrorM: pace.standardErrorM }),
      };
      const kept = await callUntilAnswered<PersonView>('/api/people', body, onWait);
      setPeople([...people.filter(({ name }) => name !== kept.name), kept]);
      entry.form.reset(EMPTY);
      return t('instruments.person-saved', 'Saved: {name}.', { name: kept.name });
    },
  });
  const { form, errorOf, trouble, said } = entry;
  const field = (name: keyof Typed, label: string, hint: string, isFigure: boolean) => (
    <TextField
      id={`person-${name}`}
      label={label}
      hint={hint}
      error={errorOf(name)}
      {...(isFigure ? { className: 'figures' } : {})}
      {...form.register(name)}
    />
  );
  return (
    <section aria-labelledby="people" className="card grid gap-3 p-5">
      <h2 id="people" className="text-xl font-bold">
        {t('instruments.people', 'People')}
      </h2>
      {people.length > 0 && (
        <ul className="grid gap-1">
          {people.map((person) => (
            <li key={person.name}>{personWords(person)}</li>
          ))}
        </ul>
      )}
      <form noValidate className="grid gap-3" onSubmit={entry.onSubmit}>
        <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
          {field('name', t('instruments.person-name', 'Name'), t('instruments.initials', 'initials are enough'), false)}
          {field(
            'eye',
            t('instruments.eye-height-m', 'Eye height, m'),
            t('instruments.with-boots', 'with boots'),
            true,
          )}
          {field(
            'line',
            t('instruments.line-walked', 'Measured line, m'),
            t('instruments.measured-line-hint', 'for example 50'),
            true,
          )}
          {field(
            'paces',
            t('instruments.paces-counted', 'Paces counted on it'),
            t('instruments.paces-hint', 'every walk: 65 66 64'),
            true,
          )}
        </div>
        {trouble !== null && <Alert>{trouble}</Alert>}
        <p className="flex flex-wrap items-center gap-3">
          <SubmitButton isSending={entry.isSending} isChanged={entry.isChanged}>
            {t('instruments.save-person', 'Save person')}
          </SubmitButton>
          <span role="status">{said}</span>
        </p>
      </form>
    </section>
  );
}
