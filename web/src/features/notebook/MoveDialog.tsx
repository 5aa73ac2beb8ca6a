import { useEffect, useState } from 'react';
import { call, callUntilAnswered, errorText, fieldRefusals } from '../../client/api.ts';
import { deviceId, newId, now } from '../../client/identity.ts';
import type { NotebookView } from '../../contracts/notebook.ts';
import type { PlotView, SurveyListItem, SurveyView, TreeView } from '../../contracts/views.ts';
import { Alert } from '../../ui/feedback/Alert.tsx';
import { Dialog } from '../../ui/feedback/Dialog.tsx';
import { Field, TextField } from '../../ui/forms/Field.tsx';
import { t } from '../../messages/text.ts';

interface MoveDialogProps {
  readonly tree: NotebookView;
  readonly surveys: readonly SurveyListItem[];
  readonly onClose: () => void;
  readonly onMoved: (tree: TreeView) => void;
}

interface Target {
  readonly survey: SurveyView;
  readonly plots: readonly PlotView[];
}

/** Asks for survey, plot, tag and species, and puts a tree of the notebook there. */
export function MoveDialog({ tree, surveys, onClose, onMoved }: MoveDialogProps) {
  const [surveyId, setSurveyId] = useState(surveys[0]?.id ?? '');
  const [target, setTarget] = useState<Target | null>(null);
  const [plotId, setPlotId] = useState('');
  const [tag, setTag] = useState('');
  const [speciesCode, setSpeciesCode] = useState(tree.speciesCode);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [refusals, setRefusals] = useState<ReadonlyMap<string, string>>(new Map());
  const [isBusy, setBusy] = useState(false);
  // The same move sent again is the same move.
  const [id] = useState(newId);
  useEffect(() => {
    let isWanted = true;
    setTarget(null);
    Promise.all([
      call<SurveyView>('GET', `/api/surveys/${surveyId}`),
      call<PlotView[]>('GET', `/api/plots?survey=${surveyId}`),
    ]).then(
      ([survey, plots]) => {
        if (!isWanted) return;
        setTarget({ survey, plots });
        setPlotId(plots[0]?.id ?? '');
        if (!survey.species.some(({ code }) => code === tree.speciesCode))
          setSpeciesCode(survey.species[0]?.code ?? '');
      },
      (error: unknown) => {
        if (isWanted) setTrouble(errorText(error));
      },
    );
    return () => {
      isWanted = false;
    };
  }, [surveyId, tree.speciesCode]);
  const move = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    setRefusals(new Map());
    try {
      const body = { id, observer: tree.observer, device: deviceId(), madeAt: now(), plotId, tag, speciesCode };
      onMoved(await callUntilAnswered<TreeView>(`/api/notebook/${tree.id}/move`, body, () => undefined));
    } catch (error) {
      setTrouble(errorText(error));
      setRefusals(new Map(fieldRefusals(error).map(({ pointer, detail }) => [pointer, detail])));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog label={t('notebook.move-of', 'Move {name} to a survey', { name: tree.name })} isOpen onClose={onClose}>
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void move();
        }}
      >
        <p className="text-lg font-bold">{t('notebook.move-of', 'Move {name} to a survey', { name: tree.name })}</p>
        <Field label={t('notebook.survey', 'Survey')}>
          {(wiring) => (
            <select
              {...wiring}
              className="field"
              value={surveyId}
              onChange={(event) => {
                setSurveyId(event.target.value);
              }}
            >
              {surveys.map((survey) => (
                <option key={survey.id} value={survey.id}>
                  {survey.placeName} · {survey.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label={t('notebook.plot', 'Plot')} error={refusals.get('/plotId')}>
          {(wiring) => (
            <select
              {...wiring}
              className="field"
              value={plotId}
              onChange={(event) => {
                setPlotId(event.target.value);
              }}
            >
              {(target?.plots ?? []).map((plot) => (
                <option key={plot.id} value={plot.id}>
                  {plot.label}
                </option>
              ))}
            </select>
          )}
        </Field>
        <TextField
          label={t('notebook.tag', 'Tag in the survey')}
          error={refusals.get('/tag')}
          value={tag}
          maxLength={12}
          onChange={(event) => {
            setTag(event.target.value.trim());
          }}
        />
        <Field
          label={t('notebook.species-in-the-survey', 'Species in the survey')}
          error={refusals.get('/speciesCode')}
        >
          {(wiring) => (
            <select
              {...wiring}
              className="field"
              value={speciesCode}
              onChange={(event) => {
                setSpeciesCode(event.target.value);
              }}
            >
              {(target?.survey.species ?? []).map(({ code, name }) => (
                <option key={code} value={code}>
                  {name}
                </option>
              ))}
            </select>
          )}
        </Field>
        {trouble !== null && <Alert>{trouble}</Alert>}
        <p className="flex gap-2">
          <button type="submit" className="btn btn-main" disabled={isBusy || target === null || tag === ''}>
            {t('notebook.move-here', 'Move')}
          </button>
          <button type="button" className="btn" onClick={onClose}>
            {t('notebook.cancel', 'Cancel')}
          </button>
        </p>
      </form>
    </Dialog>
  );
}
