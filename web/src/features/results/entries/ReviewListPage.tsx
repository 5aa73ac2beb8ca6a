import { useState } from 'react';
import { Check, Undo2 } from 'lucide-react';
import { CHECKS } from '@arbolito/core/quality';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { WorkListView, WorkPoint } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { TextField } from '../../../ui/forms/Field.tsx';
import { SubmitButton } from '../../../ui/forms/SubmitButton.tsx';
import { useEntryForm } from '../../../ui/forms/use-entry-form.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

export interface WorkListPageProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly list: Pick<WorkListView, 'open' | 'cleared' | 'trees'>;
}

const NAMES: Readonly<Record<WorkPoint['check'], Text>> = {
  tree: message('results.readings-of-one-tree', 'readings of one tree'),
  ...CHECKS,
};
/** In the order in which they are walked: what can change a figure first. */
const ORDER: readonly WorkPoint['check'][] = [
  'tree',
  'curve',
  'duplicate',
  'beyond-limit',
  'undeclared-empty-plot',
  'observers',
  'digit-preference',
  'heights',
];

/** A list of thousands is walked part by part. */
const AT_ONCE = 60;

const where = ({ plotLabel, tag }: WorkPoint): string =>
  plotLabel === null
    ? t('results.the-whole-survey', 'the whole survey')
    : tag === null
      ? t('results.plot-named', 'plot {plotLabel}', { plotLabel })
      : t('results.plot-tree-named', 'plot {plotLabel} · tree {tag}', { plotLabel, tag });

const hrefOf = ({ treeId, plotId }: WorkPoint): string | null =>
  treeId !== null ? `/measure/${treeId}` : plotId !== null ? `/tally/${plotId}` : null;

/** Why a point may stay as it is. */
function ReasonForm({ id, onReason }: { readonly id: string; readonly onReason: (reason: string) => Promise<void> }) {
  const entry = useEntryForm<{ readonly reason: string }>({
    defaultValues: { reason: '' },
    check: ({ reason }) => ({
      reason:
        reason.trim() === ''
          ? t('results.enter-a-reason-such-as', 'Enter a reason, such as “measured again, correct”.')
          : null,
    }),
    send: async ({ reason }) => {
      await onReason(reason.trim());
      return null;
    },
  });
  return (
    <form className="grid gap-2" noValidate onSubmit={entry.onSubmit}>
      <TextField
        id={id}
        label={t('results.reason', 'Reason')}
        autoFocus
        maxLength={300}
        placeholder={t('results.measured-again-correct', 'measured again, correct')}
        error={entry.errorOf('reason')}
        {...entry.form.register('reason')}
      />
      <p>
        <SubmitButton isMain isSending={entry.isSending}>
          <Check aria-hidden="true" size={18} className="mr-1 inline" />
          {t('results.mark-as-checked', 'Mark as checked')}
        </SubmitButton>
      </p>
    </form>
  );
}

interface PointProps {
  readonly point: WorkPoint;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onDecide: (cleared: boolean, reason: string) => Promise<void>;
}

function Point({ point, open, onOpen, onDecide }: PointProps) {
  const href = hrefOf(point);
  const id = `reason-${point.key.replace(/\W+/g, '-')}`;
  return (
    <li className="card grid gap-2 p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <strong>{where(point)}</strong>
        <span className="text-quiet">{say(NAMES[point.check])}</span>
      </div>
      <p>
        <span className="font-semibold">{say(point.title)}.</span> {say(point.message)}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        {href !== null && (
          <a className="btn" href={href}>
            {point.treeId === null ? t('results.open-plot', 'Open plot') : t('results.open-tree', 'Open tree')}
          </a>
        )}
        {!open && (
          <button type="button" className="btn" onClick={onOpen}>
            {t('results.mark-as-checked-2', 'Mark as checked…')}
          </button>
        )}
      </div>
      {open && <ReasonForm id={id} onReason={(reason) => onDecide(true, reason)} />}
    </li>
  );
}

/** Everything worth a second look in a survey, to be walked through and cleared. */
export function ReviewListPage({ surveyId, crew, list }: WorkListPageProps) {
  const [{ open, cleared, trees }, setList] = useState(list);
  const [at, setAt] = useState<string | null>(null);
  const { said, trouble, run } = useAction();
  const [shown, setShown] = useState(AT_ONCE);
  const decide = (point: WorkPoint, isCleared: boolean, reason: string): Promise<void> =>
    run(async (onWait) => {
      const body = {
        id: newId(),
        observer: crew,
        device: deviceId(),
        madeAt: now(),
        point: point.key,
        cleared: isCleared,
        ...(reason === '' ? {} : { reason }),
      };
      setList(await callUntilAnswered<WorkListView>(`/api/surveys/${surveyId}/checks`, body, onWait));
      setAt(null);
      return isCleared
        ? t('results.marked-as-checked', 'Marked as checked: {point}.', { point: where(point) })
        : t('results.back-on-the-review-list', 'Back on the review list: {point}.', { point: where(point) });
    });
  const sorted = [...open].sort((a, b) => ORDER.indexOf(a.check) - ORDER.indexOf(b.check));
  return (
    <div className="grid gap-5">
      {trouble !== null && <Alert>{trouble}</Alert>}
      <p role="status" className="min-h-7 text-lg">
        {said ??
          (open.length === 0
            ? t('results.nothing-to-review-in-trees', 'Nothing to review in {trees} trees.', { trees })
            : t(
                'results.findings-to-review-in-trees',
                '{open, plural, one {# finding to review in {trees} trees.} other {# findings to review in {trees} trees.}}',
                { open: open.length, trees },
              ))}
      </p>
      <ol className="grid gap-3">
        {sorted.slice(0, shown).map((point) => (
          <Point
            key={point.key}
            point={point}
            open={at === point.key}
            onOpen={() => {
              setAt(point.key);
            }}
            onDecide={(isCleared, reason) => decide(point, isCleared, reason)}
          />
        ))}
      </ol>
      {sorted.length > shown && (
        <button
          type="button"
          className="btn justify-self-start"
          onClick={() => {
            setShown(shown + AT_ONCE);
          }}
        >
          {t('results.show-more-of', 'Show {atOnce} more of {sorted}', {
            atOnce: Math.min(AT_ONCE, sorted.length - shown),
            sorted: sorted.length - shown,
          })}
        </button>
      )}
      {cleared.length > 0 && (
        <section aria-labelledby="cleared" className="grid gap-2">
          <h2 id="cleared" className="text-xl font-bold">
            {t('results.checked', 'Checked')}
          </h2>
          <ul className="grid gap-2">
            {cleared.map((point) => (
              <li
                key={point.key}
                className="flex flex-wrap items-center justify-between gap-3 border-t border-line pt-1"
              >
                <span>
                  <strong>{where(point)}</strong>: {say(point.title)}. {point.decision?.observer}:{' '}
                  {point.decision?.reason}
                </span>
                <button type="button" className="btn" onClick={() => void decide(point, false, '')}>
                  <Undo2 aria-hidden="true" size={18} className="mr-1 inline" />
                  {t('results.move-back-to-review-list', 'Move back to review list')}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
