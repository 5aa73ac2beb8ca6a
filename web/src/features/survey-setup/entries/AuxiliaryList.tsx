import { useState } from 'react';
import { call } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { LinesField } from '../../../ui/forms/LinesField.tsx';
import { auxiliaryLines, type AuxiliaryPlot, readAuxiliaryList } from '../auxiliary-list/read-auxiliary-list.ts';
import { t } from '../../../messages/text.ts';

export interface AuxiliaryListProps {
  readonly surveyId: string;
  readonly crew: string;
  /** What is told of every plot. */
  readonly label: string;
  readonly plots: readonly AuxiliaryPlot[];
}

/** The quick figures of all plots of a survey, typed or pasted at once. */
export function AuxiliaryList({ surveyId, crew, label, plots: start }: AuxiliaryListProps) {
  const [plots, setPlots] = useState(start);
  const entry = useEntryForm<{ readonly text: string }>({
    defaultValues: { text: auxiliaryLines(start) },
    check: ({ text: typed }) =>
      readAuxiliaryList(typed, plots).problems.length === 0
        ? {}
        : { text: t('survey-setup.check-its-lines', 'Check its lines.') },
    send: async ({ text: typed }) => {
      const { changed: figures } = readAuxiliaryList(typed, plots);
      const kept = await call<AuxiliaryPlot[]>('POST', `/api/surveys/${surveyId}/auxiliary`, {
        id: newId(),
        observer: crew,
        device: deviceId(),
        madeAt: now(),
        figures: figures.map((figure) => ({ id: newId(), ...figure })),
      });
      setPlots(kept);
      return t('survey-setup.values-saved', '{n, plural, one {# value saved.} other {# values saved.}}', {
        n: figures.length,
      });
    },
  });
  const { form, trouble, said } = entry;
  const text = form.watch('text');
  const { changed, problems } = readAuxiliaryList(text, plots);
  return (
    <form className="grid max-w-md gap-3" onSubmit={entry.onSubmit}>
      <LinesField
        name={label}
        of={t('survey-setup.one-plot-and-its-value', 'one plot and its value per line')}
        example={'1 24\n2 18.5'}
        text={text}
        problems={problems}
        onType={(next) => {
          form.setValue('text', next);
        }}
      />
      {trouble !== null && (
        <Alert>{t('survey-setup.nothing-was-saved', '{trouble} Nothing was saved.', { trouble })}</Alert>
      )}
      <p className="flex flex-wrap items-center gap-3">
        <SubmitButton
          isSending={entry.isSending}
          isChanged={entry.isChanged}
          sending={t('survey-setup.saving', 'Saving…')}
          disabled={changed.length === 0 || problems.length > 0}
        >
          {changed.length === 0
            ? t('survey-setup.no-changes', 'No changes')
            : t('survey-setup.save-values', '{changed, plural, one {Save # value} other {Save # values}}', {
                changed: changed.length,
              })}
        </SubmitButton>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
