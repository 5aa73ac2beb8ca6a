import { useState } from 'react';
import { BODY_MARK_LIMITS_M, type BodyMark, bodyMarkAdvice } from '@arbolito/core/protocol';
import { convert, lengthWords, readQuantity, type UnitId, type UnitSystem } from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId } from '../../../client/identity.ts';
import type { BodyMarkView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { type Text, isText } from '@arbolito/core/message';

export interface BodyMarkFormProps {
  readonly marks: readonly BodyMarkView[];
  readonly breastHeightM: number;
  readonly system: UnitSystem;
}

const UNITS = {
  metric: { length: 'm', boots: 'cm', usualBoots: '3', example: '1.33' },
  imperial: { length: 'ft', boots: 'in', usualBoots: '1.2', example: '4.4' },
} as const;

interface Typed {
  readonly observer: string;
  readonly words: string;
  readonly barefoot: string;
  readonly boots: string;
}

type Field = keyof Typed;

const lengthM = (text: string, unit: UnitId): number | Text => {
  const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
  return read.ok ? convert(read.value, read.unit, 'm') : read.message;
};

/** What is typed as a mark, or what is wrong with it, at the field. */
function readMark(
  typed: Typed,
  system: UnitSystem,
): { readonly mark: BodyMark | null; readonly problems: Partial<Record<Field, string>> } {
  const problems: Partial<Record<Field, string>> = {};
  if (typed.observer.trim() === '')
    problems.observer = t('survey-setup.enter-the-observer-initials-are', 'Enter the observer. Initials are enough.');
  if (typed.words.trim() === '')
    problems.words = t(
      'survey-setup.describe-the-mark-such-as',
      'Describe the mark, such as: top of the breast pocket.',
    );
  const within = (field: 'barefoot' | 'boots', unit: UnitId, words: string): number => {
    const metres = lengthM(typed[field], unit);
    const { low, high } = BODY_MARK_LIMITS_M[field];
    if (isText(metres)) problems[field] = say(metres);
    else if (metres < low || metres > high)
      problems[field] = t('survey-setup.must-be-to', '{Words} must be {low} to {high}.', {
        Words: words,
        low: lengthWords(low, system),
        high: lengthWords(high, system),
      });
    else return metres;
    return NaN;
  };
  const barefootM = within(
    'barefoot',
    UNITS[system].length,
    t('survey-setup.height-of-the-mark', 'Height of the mark'),
  );
  const bootsM = within('boots', UNITS[system].boots, t('survey-setup.boot-height', 'Boot height'));
  const mark = Object.keys(problems).length === 0 ? { words: typed.words.trim(), barefootM, bootsM } : null;
  return { mark, problems };
}

/** Where breast height is on somebody's body, with and without boots. */
export function BodyMarkForm({ marks: known, breastHeightM, system }: BodyMarkFormProps) {
  const [marks, setMarks] = useState(known);
  const start: Typed = { observer: '', words: '', barefoot: '', boots: UNITS[system].usualBoots };
  const entry = useEntryForm<Typed>({
    defaultValues: start,
    check: (typed) => readMark(typed, system).problems,
    send: async (typed, onWait) => {
      const { mark } = readMark(typed, system);
      const body = { id: newId(), observer: typed.observer.trim(), device: deviceId(), ...mark };
      const kept = await callUntilAnswered<BodyMarkView>('/api/body-marks', body, onWait);
      setMarks([...marks.filter(({ observer }) => observer !== kept.observer), kept]);
      entry.form.reset({ ...start, boots: typed.boots });
      return t('survey-setup.saved-for', 'Saved for {observer}.', { observer: kept.observer });
    },
  });
  const { form, errorOf, trouble, said } = entry;
  const { mark } = readMark(form.watch(), system);
  const field = (name: Field, label: string, placeholder: string) => (
    <TextField
      id={`mark-${name}`}
      label={label}
      placeholder={placeholder}
      maxLength={60}
      error={errorOf(name)}
      {...form.register(name)}
    />
  );
  return (
    <form noValidate className="grid gap-3" onSubmit={entry.onSubmit}>
      {marks.length > 0 && (
        <ul className="grid gap-1">
          {marks.map(({ id, observer, ...each }) => (
            <li key={id}>
              {rich('survey-setup.mark-at', '{observer} (mark at {barefootM}): {join}', {
                observer: <strong>{observer}</strong>,
                barefootM: lengthWords(each.barefootM, system),
                join: bodyMarkAdvice(each, breastHeightM, system).sentences.map(say).join(' '),
              })}
            </li>
          ))}
        </ul>
      )}
      <div className="grid gap-3 md:grid-cols-4">
        {field('observer', t('survey-setup.observer', 'Observer'), 'initials')}
        {field(
          'words',
          t('survey-setup.mark-on-the-body', 'Mark on the body'),
          t('survey-setup.top-of-the-pocket', 'top of the pocket'),
        )}
        {field(
          'barefoot',
          t('survey-setup.height-without-boots', 'Height without boots, {units}', { units: UNITS[system].length }),
          UNITS[system].example,
        )}
        {field(
          'boots',
          t('survey-setup.boot-height-2', 'Boot height, {boots}', { boots: UNITS[system].boots }),
          UNITS[system].usualBoots,
        )}
      </div>
      {mark !== null && <p>{bodyMarkAdvice(mark, breastHeightM, system).sentences.map(say).join(' ')}</p>}
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p className="flex flex-wrap items-center gap-3">
        <SubmitButton isSending={entry.isSending} isChanged={entry.isChanged}>
          {t('survey-setup.save-mark', 'Save mark')}
        </SubmitButton>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
