import { useMemo, useState } from 'react';
import {
  breastHeightEffect,
  breastHeightWords,
  changedRules,
  effectWords,
  type FieldRules,
  ruleBook,
  type TypicalTree,
} from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { call, callUntilAnswered, errorText, fieldRefusals } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { rulesBody } from '../../../contracts/field-rules-body.ts';
import type { RulesChangeView, TouchedTree } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { TextField } from '../../../ui/forms/Field.tsx';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';

export interface RulesFormProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly system: UnitSystem;
  readonly rules: FieldRules;
  readonly typical: TypicalTree;
  readonly trees: number;
}

type Look =
  | { readonly kind: 'editing' }
  | { readonly kind: 'looking' }
  | { readonly kind: 'seen'; readonly touched: readonly TouchedTree[] }
  | { readonly kind: 'sending' };

const SHOWN = 60;

/** Changing the rules of a survey that has begun: first the trees that it touches, then the reason, then the record. */
export function FieldRulesForm({ surveyId, crew, system, rules: start, typical, trees }: RulesFormProps) {
  const [rules, setRules] = useState(start);
  const [reason, setReason] = useState('');
  const [look, setLook] = useState<Look>({ kind: 'editing' });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [errors, setErrors] = useState<ReadonlyMap<string, string>>(new Map());
  const changed = changedRules(start, rules);
  const labels = useMemo(() => new Map(ruleBook(start, system).map(({ key, label }) => [key, label])), [start, system]);
  // The same change sent again is the same write.
  const [id] = useState(newId);

  const fail = (error: unknown): void => {
    setErrors(new Map(fieldRefusals(error).map(({ pointer, detail }) => [pointer, detail])));
    setTrouble(`${errorText(error)} What you have chosen is still here.`);
    setLook({ kind: 'editing' });
  };
  const preview = async (): Promise<void> => {
    setTrouble(null);
    setErrors(new Map());
    setLook({ kind: 'looking' });
    try {
      const touched = await call<TouchedTree[]>('POST', `/api/surveys/${surveyId}/rules/preview`, rulesBody(rules));
      setLook({ kind: 'seen', touched });
    } catch (error) {
      fail(error);
    }
  };
  const keep = async (): Promise<void> => {
    if (reason.trim() === '') {
      setErrors(new Map([['/reason', 'Say why: the reason is printed with the rules.']]));
      document.getElementById('reason')?.focus();
      return;
    }
    setLook({ kind: 'sending' });
    try {
      const body = {
        id,
        observer: crew,
        device: deviceId(),
        madeAt: now(),
        reason: reason.trim(),
        ...rulesBody(rules),
      };
      await callUntilAnswered<RulesChangeView>(`/api/surveys/${surveyId}/rules`, body, setTrouble);
      location.reload();
    } catch (error) {
      fail(error);
    }
  };
  return (
    <form
      noValidate
      className="grid gap-6"
      onSubmit={(event) => {
        event.preventDefault();
        void (look.kind === 'seen' ? keep() : preview());
      }}
    >
      <FieldRulesFields
        rules={rules}
        onRules={(next) => {
          setRules(next);
          setLook({ kind: 'editing' });
        }}
        system={system}
        typical={typical}
        errors={errors}
      />
      <div
        className={`-mx-2 grid max-h-[60dvh] gap-3 overflow-y-auto border-t-[3px] border-paint bg-sheet p-4 ${changed.length > 0 ? 'sticky bottom-0' : ''}`}
      >
        {changed.length === 0 ? (
          <p>These are the survey’s rules. Change a decision, and you see which trees it touches before it holds.</p>
        ) : (
          <p>
            <strong>
              {changed.length} {changed.length === 1 ? 'decision' : 'decisions'} changed:
            </strong>{' '}
            {changed.map((key) => labels.get(key) ?? key).join('; ')}.
            {changed.includes('breastHeightM') && (
              <span className="block">
                From {breastHeightWords(start.breastHeightM)} to {breastHeightWords(rules.breastHeightM)}: readings stay
                where they were taken; at the new height the typical tree has{' '}
                {effectWords(breastHeightEffect(start.breastHeightM, rules.breastHeightM, typical), system)}.
              </span>
            )}
          </p>
        )}
        {look.kind === 'looking' && <p role="status">Looking through {trees} trees …</p>}
        {look.kind === 'seen' && (
          <>
            <Touched touched={look.touched} trees={trees} />
            <TextField
              id="reason"
              label="Why the rules are changed"
              maxLength={300}
              value={reason}
              error={errors.get('/reason')}
              onChange={(event) => {
                setReason(event.target.value);
              }}
            />
          </>
        )}
        {trouble !== null && <Alert>{trouble}</Alert>}
        <p className="flex flex-wrap gap-2">
          <button
            type="submit"
            className="btn btn-main"
            disabled={changed.length === 0 || look.kind === 'looking' || look.kind === 'sending'}
          >
            {look.kind === 'seen' || look.kind === 'sending'
              ? 'Change the rules, on the record'
              : 'Which trees does this touch?'}
          </button>
          {changed.length > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                setRules(start);
                setLook({ kind: 'editing' });
                setTrouble(null);
              }}
            >
              Back to the survey’s rules
            </button>
          )}
        </p>
      </div>
    </form>
  );
}

function Touched({ touched, trees }: { readonly touched: readonly TouchedTree[]; readonly trees: number }) {
  if (touched.length === 0) return <p role="status">None of the {trees} trees on the record is touched.</p>;
  return (
    <div role="status" className="grid gap-1">
      <p className="font-bold">
        Touches {touched.length} of {trees} trees:
      </p>
      <ul className="grid max-h-56 gap-1 overflow-y-auto">
        {touched.slice(0, SHOWN).map(({ treeId, plotLabel, tag, changes }) => (
          <li key={treeId}>
            <a className="underline" href={`/measure/${treeId}`}>
              plot {plotLabel} · tree {tag}
            </a>
            : {changes.join('; ')}
          </li>
        ))}
        {touched.length > SHOWN && <li>and {touched.length - SHOWN} more; all of them go on the record</li>}
      </ul>
    </div>
  );
}
