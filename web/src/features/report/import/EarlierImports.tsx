import { useState } from 'react';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { ImportView } from '../../../contracts/exchange.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { ConfirmDialog } from '../../../ui/feedback/ConfirmDialog.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { moment } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';

interface EarlierImportsProps {
  readonly crew: string;
  readonly imports: readonly ImportView[];
}

/** Imports of a survey with what they brought; each can be taken back whole. */
export function EarlierImports({ crew, imports }: EarlierImportsProps) {
  const [list, setList] = useState(imports);
  const [asked, setAsked] = useState<ImportView | null>(null);
  const { run, isBusy, said, trouble } = useAction();
  if (list.length === 0) return null;
  const undo = (of: ImportView): void => {
    void run(async (onWait) => {
      const undone = await callUntilAnswered<ImportView>(
        `/api/imports/${of.id}/undo`,
        { id: newId(), observer: crew, device: deviceId(), madeAt: now() },
        onWait,
      );
      setList(list.map((each) => (each.id === of.id ? undone : each)));
      setAsked(null);
      return t('report.import-undone', 'Import undone.');
    });
  };
  return (
    <section aria-labelledby="earlier" className="grid gap-2">
      <h2 id="earlier" className="text-xl font-bold">
        {t('report.earlier-imports', 'Earlier imports')}
      </h2>
      <ul>
        {list.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line py-1">
            <span className="figures">{moment(each.madeAt)}</span>
            <span>{each.observer}</span>
            <span>
              {t('report.import-counts', '{added} new, {changed} changed, {removed} deleted', {
                added: each.added,
                changed: each.changed,
                removed: each.removed,
              })}
            </span>
            {each.undoneAt === null ? (
              <button
                type="button"
                className="btn"
                disabled={isBusy}
                onClick={() => {
                  setAsked(each);
                }}
              >
                {t('report.undo-import', 'Undo import')}
              </button>
            ) : (
              <span className="text-quiet">
                {t('report.undone-by', 'undone by {undoneBy}', { undoneBy: each.undoneBy ?? '' })}
              </span>
            )}
          </li>
        ))}
      </ul>
      <p role="status">{said}</p>
      {trouble !== null && asked === null && <Alert>{trouble}</Alert>}
      <ConfirmDialog
        title={t('report.undo-the-whole-import', 'Undo the whole import?')}
        confirm={t('report.undo-import', 'Undo import')}
        cancel={t('report.cancel', 'Cancel')}
        isOpen={asked !== null}
        isBusy={isBusy}
        trouble={trouble}
        onConfirm={() => {
          if (asked !== null) undo(asked);
        }}
        onClose={() => {
          setAsked(null);
        }}
      >
        {t(
          'report.undo-import-words',
          'Its new trees are deleted. Its changes and deletions are undone. The plots it created stay.',
        )}
      </ConfirmDialog>
    </section>
  );
}
