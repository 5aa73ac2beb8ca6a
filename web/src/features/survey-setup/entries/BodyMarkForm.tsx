import { useState } from 'react';
import { BODY_MARK_LIMITS_M, type BodyMark, bodyMarkAdvice } from '@arbolito/core/protocol';
import { convert, lengthWords, readQuantity, type UnitId, type UnitSystem } from '@arbolito/core/units';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId } from '../../../client/identity.ts';
import type { BodyMarkView } from '../../../contracts/views.ts';

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

const lengthM = (text: string, unit: UnitId): number | string => {
  const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
  return read.ok ? convert(read.value, read.unit, 'm') : read.message;
};

/** What is typed as a mark, or what is wrong with it, at the field. */
function readMark(
  typed: Typed,
  system: UnitSystem,
): { readonly mark: BodyMark | null; readonly problems: Partial<Record<Field, string>> } {
  const problems: Partial<Record<Field, string>> = {};
  if (typed.observer.trim() === '') problems.observer = 'Name the observer: initials are enough.';
  if (typed.words.trim() === '') problems.words = 'Say what it is, such as: the top of the breast pocket.';
  const within = (field: 'barefoot' | 'boots', unit: UnitId, words: string): number => {
    const metres = lengthM(typed[field], unit);
    const { low, high } = BODY_MARK_LIMITS_M[field];
    if (typeof metres === 'string') problems[field] = metres;
    else if (metres < low || metres > high)
      problems[field] = `${words} must lie between ${lengthWords(low, system)} and ${lengthWords(high, system)}.`;
    else return metres;
    return NaN;
  };
  const barefootM = within('barefoot', UNITS[system].length, 'The height of the mark');
  const bootsM = within('boots', UNITS[system].boots, 'What the boots add');
  const mark = Object.keys(problems).length === 0 ? { words: typed.words.trim(), barefootM, bootsM } : null;
  return { mark, problems };
}

/** Where breast height is on somebody's body, with and without boots. */
export function BodyMarkForm({ marks: known, breastHeightM, system }: BodyMarkFormProps) {
  const [marks, setMarks] = useState(known);
  const [typed, setTyped] = useState<Typed>({ observer: '', words: '', barefoot: '', boots: UNITS[system].usualBoots });
  const [tried, setTried] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const { mark, problems } = readMark(typed, system);
  const keep = async (): Promise<void> => {
    setTried(true);
    if (mark === null) return;
    try {
      const body = { id: newId(), observer: typed.observer.trim(), device: deviceId(), ...mark };
      const kept = await callUntilAnswered<BodyMarkView>('/api/body-marks', body, setSaid);
      setMarks([...marks.filter(({ observer }) => observer !== kept.observer), kept]);
      setSaid(`Kept for ${kept.observer}.`);
      setTried(false);
      setTyped({ observer: '', words: '', barefoot: '', boots: typed.boots });
    } catch (error) {
      setSaid(error instanceof Error ? error.message : 'That could not be kept.');
    }
  };
  const field = (name: Field, label: string, placeholder: string) => (
    <label className="grid content-start gap-1">
      <span className="font-semibold">{label}</span>
      <input
        className="field"
        maxLength={60}
        placeholder={placeholder}
        value={typed[name]}
        autoComplete="off"
        aria-invalid={tried && problems[name] !== undefined}
        aria-describedby={`mark-${name}-problem`}
        onChange={(event) => {
          setTyped({ ...typed, [name]: event.target.value });
        }}
      />
      <span id={`mark-${name}-problem`} role={tried ? 'alert' : undefined} className="text-paint-ink">
        {tried ? problems[name] : undefined}
      </span>
    </label>
  );
  return (
    <form
      noValidate
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      {marks.length > 0 && (
        <ul className="grid gap-1">
          {marks.map(({ id, observer, ...each }) => (
            <li key={id}>
              <strong>{observer}</strong> (mark at {lengthWords(each.barefootM, system)}):{' '}
              {bodyMarkAdvice(each, breastHeightM, system).sentences.join(' ')}
            </li>
          ))}
        </ul>
      )}
      <div className="grid gap-3 md:grid-cols-4">
        {field('observer', 'Observer', 'initials')}
        {field('words', 'What one sees', 'the top of the pocket')}
        {field('barefoot', `Its height without boots, ${UNITS[system].length}`, UNITS[system].example)}
        {field('boots', `The boots add, ${UNITS[system].boots}`, UNITS[system].usualBoots)}
      </div>
      {mark !== null && <p>{bodyMarkAdvice(mark, breastHeightM, system).sentences.join(' ')}</p>}
      <p className="flex flex-wrap items-center gap-3">
        <button type="submit" className="btn">
          Keep this mark
        </button>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
