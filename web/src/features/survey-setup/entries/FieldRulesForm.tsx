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
import { call, callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { rulesBody } from '../../../contracts/field-rules-body.ts';
import type { RulesChangeView, TouchedTree } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { Loading } from '../../../ui/feedback/Loading.tsx';
import { TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';

export interface RulesFormProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly system: UnitSystem;
  readonly rules: FieldRules;
  readonly typical: TypicalTree;
  readonly trees: number;
}

interface RulesValues {
  readonly rules: FieldRules;
  readonly reason: string;
}

const SHOWN = 60;

/** Changing the rules of a survey that has begun: first the trees that it touches, then the reason, then the record. */
export function FieldRulesForm({ surveyId, crew, system, rules: start, typical, trees }: RulesFormProps) {
  /** The trees that the changed rules touch, once they have been looked at; null before. */
  const [touched, setTouched] = useState<readonly TouchedTree[] | null>(null);
  const labels = useMemo(() => new Map(ruleBook(start, system).map(({ key, label }) => [key, label])), [start, system]);
  // The same change sent again is the same write.
  const [id] = useState(newId);

  const entry = useEntryForm<RulesValues>({
    defaultValues: { rules: start, reason: '' },
    check: ({ reason }) => ({
      reason: touched !== null && reason.trim() === '' ? 'Say why: the reason is printed with the rules.' : null,
    }),
    fieldOf: (pointer) => (pointer === '/reason' ? 'reason' : null),
    send: async (values, onWait) => {
      if (touched === null) {
        setTouched(
          await call<TouchedTree[]>('POST', `/api/surveys/${surveyId}/rules/preview`, rulesBody(values.rules)),
        );
        return null;
      }
      const writer = { id, observer: crew, device: deviceId(), madeAt: now() };
      const body = { ...writer, reason: values.reason.trim(), ...rulesBody(values.rules) };
      await callUntilAnswered<RulesChangeView>(`/api/surveys/${surveyId}/rules`, body, onWait);
      location.reload();
      return null;
    },
  });
  const { form, errorOf, trouble, said, refusals, isSending } = entry;
  const rules = form.watch('rules');
  const changed = changedRules(start, rules);
  const setRules = (next: FieldRules): void => {
    form.reset({ rules: next, reason: form.getValues('reason') }, { keepDefaultValues: true });
    setTouched(null);
  };
  return (
    <form noValidate className="grid gap-6" onSubmit={entry.onSubmit}>
      <FieldRulesFields rules={rules} onRules={setRules} system={system} typical={typical} errors={refusals} />
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
        {isSending && touched === null && <Loading>Looking through {trees} trees …</Loading>}
        {touched !== null && (
          <>
            <Touched touched={touched} trees={trees} />
            <TextField
              id="reason"
              label="Why the rules are changed"
              maxLength={300}
              error={errorOf('reason')}
              {...form.register('reason')}
            />
          </>
        )}
        {(trouble ?? said) !== null && <Alert>{trouble ?? said}</Alert>}
        <p className="flex flex-wrap gap-2">
          <SubmitButton isMain isSending={isSending} disabled={changed.length === 0}>
            {touched === null ? 'Which trees does this touch?' : 'Change the rules, on the record'}
          </SubmitButton>
          {changed.length > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                setRules(start);
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
