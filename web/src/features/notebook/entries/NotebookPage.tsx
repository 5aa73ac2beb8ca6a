import { useMemo, useState } from 'react';
import { call, callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { NotebookView } from '../../../contracts/notebook.ts';
import type { EstimateView, SurveyListItem, TreeView } from '../../../contracts/views.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { day, localFigure } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import { unitOf } from '@arbolito/core/units';
import { MoveDialog } from '../MoveDialog.tsx';
import { ORDERS, type Order, sorted, matches } from '../order.ts';

export interface NotebookPageProps {
  readonly trees: readonly NotebookView[];
  /** Surveys that a tree can be moved to. */
  readonly surveys: readonly SurveyListItem[];
}

const figureText = (figure: EstimateView | null): string =>
  figure === null
    ? '—'
    : localFigure(`${figure.printed} ± ${figure.printedStandardError} ${unitOf(figure.printedUnit).symbol}`);

/** Who acts: a notebook belongs to whoever measured its trees. */
const actOf = ({ observer }: NotebookView) => ({ id: newId(), observer, device: deviceId(), madeAt: now() });

/** Its name as a link, a string that waits, and the note. */
const NameOfTree = ({ id, name, stringKept, note }: NotebookView) => (
  <>
    <a className="inline-flex min-h-11 items-center underline" href={`/notebook/${id}`}>
      {name}
    </a>
    {stringKept && <span className="chip ml-2">{t('notebook.string', 'string to measure')}</span>}
    {note !== null && <span className="block font-normal text-quiet">{note}</span>}
  </>
);

interface ActionsProps {
  readonly tree: NotebookView;
  readonly isBusy: boolean;
  readonly canMove: boolean;
  readonly onMove: () => void;
  readonly onRemove: () => void;
}

/** What can be done with a tree of the notebook. */
const Actions = ({ tree, isBusy, canMove, onMove, onRemove }: ActionsProps) => (
  <span className="flex gap-2">
    {tree.movedTo === null ? (
      <button
        type="button"
        className="btn"
        disabled={!canMove}
        aria-label={t('notebook.move-of', 'Move {name} to a survey', { name: tree.name })}
        onClick={onMove}
      >
        {t('notebook.move', 'Move to survey')}
      </button>
    ) : (
      <a className="btn" href={`/measure/${tree.movedTo}`}>
        {t('notebook.in-survey', 'In a survey')}
      </a>
    )}
    <button
      type="button"
      className="btn"
      disabled={isBusy}
      aria-label={t('notebook.delete-of', 'Delete {name}', { name: tree.name })}
      onClick={onRemove}
    >
      {t('notebook.delete', 'Delete')}
    </button>
  </span>
);

/** Trees that were measured without a survey: found, opened, moved into a survey, deleted. */
export function NotebookPage({ trees: given, surveys }: NotebookPageProps) {
  const [trees, setTrees] = useState(given);
  const [wanted, setWanted] = useState('');
  const [order, setOrder] = useState<Order>('latest');
  const [moving, setMoving] = useState<NotebookView | null>(null);
  const [deleted, setDeleted] = useState<NotebookView | null>(null);
  const { run, isBusy, said, trouble } = useAction();
  const shown = useMemo(
    () =>
      sorted(
        trees.filter((tree) => matches(tree, wanted)),
        order,
      ),
    [trees, wanted, order],
  );
  const remove = (tree: NotebookView): void => {
    void run(async () => {
      await call('DELETE', `/api/notebook/${tree.id}`, actOf(tree));
      setTrees(trees.filter(({ id }) => id !== tree.id));
      setDeleted(tree);
      return t('notebook.deleted', '{name} deleted.', { name: tree.name });
    });
  };
  const undo = (tree: NotebookView): void => {
    void run(async (onWait) => {
      const back = await callUntilAnswered<NotebookView>(`/api/notebook/${tree.id}/undo`, actOf(tree), onWait);
      setTrees([...trees, back]);
      setDeleted(null);
      return t('notebook.restored', '{name} restored.', { name: back.name });
    });
  };
  const actionsOf = (tree: NotebookView): ActionsProps => ({
    tree,
    isBusy,
    canMove: surveys.length > 0,
    onMove: () => {
      setMoving(tree);
    },
    onRemove: () => {
      remove(tree);
    },
  });
  const toMeasure = trees.filter(({ stringKept }) => stringKept).length;
  if (trees.length === 0 && deleted === null)
    return (
      <div className="card grid justify-items-start gap-3 p-5">
        <p className="text-lg">
          {t('notebook.empty', 'No trees yet. A tree that you measure without a survey can be saved here.')}
        </p>
        <a className="btn btn-main" href="/measure">
          {t('notebook.measure-one-tree', 'Measure one tree')}
        </a>
      </div>
    );
  return (
    <div className="grid gap-4">
      <div className="no-print flex flex-wrap items-end gap-3">
        <label className="grid min-w-48 flex-1">
          <span className="text-quiet">{t('notebook.search', 'Search name, place, note, species')}</span>
          <input
            type="search"
            className="field"
            value={wanted}
            onChange={(event) => {
              setWanted(event.target.value);
            }}
          />
        </label>
        <label className="grid">
          <span className="text-quiet">{t('notebook.sort-by', 'Sort by')}</span>
          <select
            className="field"
            value={order}
            onChange={(event) => {
              setOrder(ORDERS.find(({ id }) => id === event.target.value)?.id ?? order);
            }}
          >
            {ORDERS.map(({ id, words }) => (
              <option key={id} value={id}>
                {say(words)}
              </option>
            ))}
          </select>
        </label>
        <a className="btn" href="/api/notebook.csv" download>
          {t('notebook.csv', 'CSV')}
        </a>
        <button
          type="button"
          className="btn"
          onClick={() => {
            window.print();
          }}
        >
          {t('notebook.print', 'Print')}
        </button>
      </div>
      {toMeasure > 0 && (
        <p className="card border-l-8 border-l-paint-ink p-3">
          {t(
            'notebook.strings-to-measure',
            '{n, plural, one {# string is still to be measured.} other {# strings are still to be measured.}}',
            { n: toMeasure },
          )}
        </p>
      )}
      <p role="status" className="flex flex-wrap items-center gap-3">
        {said}
        {deleted !== null && (
          <button
            type="button"
            className="btn"
            disabled={isBusy}
            onClick={() => {
              undo(deleted);
            }}
          >
            {t('notebook.undo', 'Undo')}
          </button>
        )}
      </p>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <ul className="grid gap-2 sm:hidden print:hidden">
        {shown.map((tree) => (
          <li key={tree.id} className="card grid gap-1 p-3">
            <NameOfTree {...tree} />
            <span className="text-quiet">
              {[tree.place, say(tree.speciesName ?? '')].filter((part) => part !== null && part !== '').join(' · ')}
            </span>
            <span className="figures">
              {figureText(tree.dbh)} · {figureText(tree.height)}
            </span>
            <Actions {...actionsOf(tree)} />
          </li>
        ))}
      </ul>
      {/* Cards on a phone, a table elsewhere and on paper. */}
      <div
        className="hidden overflow-x-auto sm:block print:block"
        tabIndex={0}
        role="group"
        aria-label={t('notebook.trees', 'Trees of the notebook')}
      >
        <DataTable<NotebookView>
          caption={t('notebook.trees', 'Trees of the notebook')}
          isCaptionHidden
          rows={shown}
          keyOf={({ id }) => id}
          empty={t('notebook.nothing-found', 'No tree matches.')}
          columns={[
            {
              id: 'name',
              head: t('notebook.name', 'name'),
              kind: 'row-head',
              cell: (tree) => <NameOfTree {...tree} />,
            },
            { id: 'place', head: t('notebook.place', 'place'), cell: ({ place }) => place ?? '' },
            {
              id: 'species',
              head: t('notebook.species', 'species'),
              cell: ({ speciesName }) => say(speciesName ?? ''),
            },
            { id: 'dbh', head: t('notebook.dbh', 'dbh'), kind: 'number', cell: ({ dbh }) => figureText(dbh) },
            {
              id: 'height',
              head: t('notebook.height', 'height'),
              kind: 'number',
              cell: ({ height }) => figureText(height),
            },
            {
              id: 'volume',
              head: t('notebook.volume', 'volume'),
              kind: 'number',
              cell: ({ volume }) => figureText(volume),
            },
            { id: 'on', head: t('notebook.saved-on', 'saved'), cell: ({ madeAt }) => day(madeAt.slice(0, 10)) },
            {
              id: 'do',
              head: <span className="sr-only">{t('notebook.actions', 'actions')}</span>,
              className: 'no-print',
              cell: (tree) => <Actions {...actionsOf(tree)} />,
            },
          ]}
        />
      </div>
      {moving !== null && (
        <MoveDialog
          tree={moving}
          surveys={surveys}
          onClose={() => {
            setMoving(null);
          }}
          onMoved={(moved: TreeView) => {
            setTrees(trees.map((tree) => (tree.id === moving.id ? { ...tree, movedTo: moved.id } : tree)));
            setMoving(null);
          }}
        />
      )}
    </div>
  );
}
