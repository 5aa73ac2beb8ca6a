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
import { checkRules } from '../field-rules/check-rules.ts';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';
import { t, say } from '../../../messages/text.ts';

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
    check: ({ rules, reason }) => ({
      rules:
        checkRules(rules).size === 0 ? null : t('survey-setup.fix-the-marked-values', 'Fix the marked values first.'),
      reason:
        touched !== null && reason.trim() === ''
          ? t('survey-setup.enter-a-reason-it-is', 'Enter a reason. It is printed with the rules.')
          : null,
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
  const rulesProblem = errorOf('rules');
  const changed = changedRules(start, rules);
  const setRules = (next: FieldRules): void => {
    form.reset({ rules: next, reason: form.getValues('reason') }, { keepDefaultValues: true });
    setTouched(null);
  };
  return (
    <form noValidate className="grid gap-6" onSubmit={entry.onSubmit}>
      <FieldRulesFields
        rules={rules}
        onRules={setRules}
        system={system}
        typical={typical}
        errors={rulesProblem === undefined ? refusals : checkRules(rules)}
      />
      <div
        className={`-mx-2 grid max-h-[60dvh] gap-3 overflow-y-auto border-t-[3px] border-paint bg-sheet p-4 ${changed.length > 0 ? 'sticky bottom-0' : ''}`}
      >
        {changed.length === 0 ? (
          <p>
            {t(
              'survey-setup.these-are-the-rules-of',
              'These are the rules of the survey. Before a change is saved you see the trees it affects.',
            )}
          </p>
        ) : (
          <p>
            <strong>
              {t(
                'survey-setup.decisions-changed',
                '{n, plural, one {# decision changed:} other {# decisions changed:}}',
                { n: changed.length },
              )}{' '}
            </strong>{' '}
            {changed.map((key) => say(labels.get(key) ?? key)).join('; ')}.
            {changed.includes('breastHeightM') && (
              <span className="block">
                {t(
                  'survey-setup.from-to-measuring-points-stay',
                  'From {breastHeightM} to {breastHeightM2}: measuring points stay as recorded; at the new height the typical tree has {breastHeightM3}.',
                  {
                    breastHeightM: breastHeightWords(start.breastHeightM),
                    breastHeightM2: breastHeightWords(rules.breastHeightM),
                    breastHeightM3: effectWords(
                      breastHeightEffect(start.breastHeightM, rules.breastHeightM, typical),
                      system,
                    ),
                  },
                )}{' '}
              </span>
            )}
          </p>
        )}
        {isSending && touched === null && (
          <Loading>{t('survey-setup.checking-trees', 'Checking {trees} trees…', { trees })}</Loading>
        )}
        {touched !== null && (
          <>
            <Touched touched={touched} trees={trees} />
            <TextField
              id="reason"
              label={t('survey-setup.reason-for-the-change', 'Reason for the change')}
              maxLength={300}
              error={errorOf('reason')}
              {...form.register('reason')}
            />
          </>
        )}
        {(rulesProblem ?? trouble ?? said) !== null && <Alert>{rulesProblem ?? trouble ?? said}</Alert>}
        <p className="flex flex-wrap gap-2">
          <SubmitButton isMain isSending={isSending} disabled={changed.length === 0}>
            {touched === null
              ? t('survey-setup.show-affected-trees', 'Show affected trees')
              : t('survey-setup.change-rules', 'Change rules')}
          </SubmitButton>
          {changed.length > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                setRules(start);
              }}
            >
              {t('survey-setup.discard-changes', 'Discard changes')}
            </button>
          )}
        </p>
      </div>
    </form>
  );
}

function Touched({ touched, trees }: { readonly touched: readonly TouchedTree[]; readonly trees: number }) {
  if (touched.length === 0)
    return (
      <p role="status">{t('survey-setup.none-of-the-trees-is', 'None of the {trees} trees is affected.', { trees })}</p>
    );
  return (
    <div role="status" className="grid gap-1">
      <p className="font-bold">
        {t('survey-setup.of-trees-affected', '{touched} of {trees} trees affected:', {
          touched: touched.length,
          trees,
        })}{' '}
      </p>
      <ul className="grid max-h-56 gap-1 overflow-y-auto">
        {touched.slice(0, SHOWN).map(({ treeId, plotLabel, tag, changes }) => (
          <li key={treeId}>
            <a className="underline" href={`/measure/${treeId}`}>
              {t('survey-setup.plot-tree', 'plot {plotLabel} · tree {tag}', { plotLabel, tag })}
            </a>
            : {changes.map(say).join('; ')}
          </li>
        ))}
        {touched.length > SHOWN && (
          <li>
            {t('survey-setup.and-more-all-are-recorded', 'and {touched} more; all are recorded', {
              touched: touched.length - SHOWN,
            })}
          </li>
        )}
      </ul>
    </div>
  );
}
