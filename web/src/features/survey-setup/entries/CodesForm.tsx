import { useState } from 'react';
import type { ConditionCode, Species } from '@arbolito/core/protocol';
import { callUntilAnswered, Refused } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { SurveyView } from '../../../contracts/views.ts';
import { conditionLines, readConditions, readSpecies, speciesLines } from '../design/read-codes.ts';

export interface CodesFormProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly species: readonly Species[];
  readonly conditions: readonly ConditionCode[];
}

interface LinesProps {
  readonly id: string;
  readonly label: string;
  readonly hint: string;
  readonly text: string;
  readonly problem: string | null;
  readonly onType: (text: string) => void;
}

const Lines = ({ id, label, hint, text, problem, onType }: LinesProps) => (
  <div className="grid content-start gap-1">
    <label htmlFor={id} className="font-semibold">
      {label}
    </label>
    <textarea
      id={id}
      rows={8}
      className="field figures"
      value={text}
      aria-invalid={problem !== null}
      aria-describedby={problem === null ? `${id}-hint` : `${id}-error`}
      onChange={(event) => {
        onType(event.target.value);
      }}
    />
    {problem === null ? (
      <p id={`${id}-hint`} className="text-[0.95rem] text-quiet">
        {hint}
      </p>
    ) : (
      <p id={`${id}-error`} role="alert" className="font-semibold text-paint-ink">
        {problem}
      </p>
    )}
  </div>
);

/** What is called out in a survey that has begun: more species, more codes, other words for those that there are. */
export function CodesForm({ surveyId, crew, species: known, conditions: before }: CodesFormProps) {
  const start = { species: speciesLines(known), conditions: conditionLines(before) };
  const [texts, setTexts] = useState(start);
  const [kept, setKept] = useState(start);
  const [refused, setRefused] = useState<Readonly<Record<string, string>>>({});
  const [said, setSaid] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  // The same change sent again is the same write; after it was kept the next one is another.
  const [id, setId] = useState(newId);
  const species = readSpecies(texts.species, known);
  const conditions = readConditions(texts.conditions);
  const isChanged = texts.species !== kept.species || texts.conditions !== kept.conditions;
  const type = (change: Partial<typeof texts>): void => {
    setTexts({ ...texts, ...change });
    setRefused({});
    setSaid(null);
  };
  const keep = async (): Promise<void> => {
    if (typeof species === 'string' || typeof conditions === 'string') return;
    setSending(true);
    try {
      const body = { id, observer: crew, device: deviceId(), madeAt: now(), species, conditions };
      const after = await callUntilAnswered<SurveyView>(`/api/surveys/${surveyId}/codes`, body, setSaid);
      const asKept = { species: speciesLines(after.species), conditions: conditionLines(after.design.conditions) };
      setTexts(asKept);
      setKept(asKept);
      setId(newId());
      setSaid('Kept: they can be called out from now on.');
    } catch (error) {
      const errors = error instanceof Refused ? (error.problem.errors ?? []) : [];
      setRefused(Object.fromEntries(errors.map(({ pointer, detail }) => [pointer.split('/')[1] ?? '', detail])));
      setSaid(
        error instanceof Error ? `${error.message} What you have typed is still here.` : 'That could not be kept.',
      );
    }
    setSending(false);
  };
  return (
    <form
      noValidate
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <div className="grid gap-5 md:grid-cols-2">
        <Lines
          id="codes-species"
          label="Species"
          hint="One to a line: code = name = crown, which is layered, spire or dome."
          text={texts.species}
          problem={typeof species === 'string' ? species : (refused.species ?? null)}
          onType={(text) => {
            type({ species: text });
          }}
        />
        <Lines
          id="codes-conditions"
          label="Condition of a tree"
          hint="One to a line: code = meaning. Add “= dead” to codes of dead trees: snag = standing stump = dead."
          text={texts.conditions}
          problem={typeof conditions === 'string' ? conditions : (refused.conditions ?? null)}
          onType={(text) => {
            type({ conditions: text });
          }}
        />
      </div>
      <p className="flex flex-wrap items-center gap-3">
        <button
          type="submit"
          className="btn"
          disabled={sending || !isChanged || typeof species === 'string' || typeof conditions === 'string'}
        >
          {sending ? 'Keeping …' : 'Keep these codes'}
        </button>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
