import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import { call } from '../../../client/api.ts';
import { type VersionChoice, decisionWrite, waitingDecision } from '../../../client/conflict-writes.ts';
import { closeConflict, openConflicts, setConflicts } from '../../../client/device/open-conflicts.ts';
import { outbox, send, type WriteResult } from '../../../client/device/outbox.ts';
import type { ConflictVersion, ConflictView } from '../../../contracts/conflict-view.ts';
import { moment } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';

export interface ConflictsPageProps {
  readonly surveyId: string;
  /** Who decides. */
  readonly observer: string;
}

/** A version that is not there. */
const deletedWords = (): string => t('conflicts.deleted', 'Deleted');

/** What the conflict is about, as a heading. */
function titleOf({ kind, tag, plotLabel, factWords }: ConflictView): string {
  if (kind === 'rules') return factWords;
  if (kind === 'tag')
    return t('conflicts.tag-given-twice', 'Plot {label}: tag {tag} was given twice', {
      label: plotLabel,
      tag: tag ?? '',
    });
  if (tag === null) return t('conflicts.of-plot', 'Plot {label}: {fact}', { label: plotLabel, fact: factWords });
  return t('conflicts.of-tree', 'Plot {label}, tree {tag}: {fact}', { label: plotLabel, tag, fact: factWords });
}

interface ChoiceButton {
  readonly words: string;
  readonly choice: VersionChoice;
  /** A page where it is done instead. */
  readonly href?: string;
  /** Asked before something goes. */
  readonly confirm?: string;
}

/** How each version can be kept. */
function choicesOf({ kind, surveyId, freeTag, record, change }: ConflictView): {
  readonly record: ChoiceButton;
  readonly change: ChoiceButton;
} {
  const keep = { words: t('conflicts.keep-this', 'Keep this version'), choice: { keep: 'record' } } as const;
  if (kind === 'rules')
    return {
      record: { ...keep, words: t('conflicts.keep-rules', 'Keep the current rules') },
      change: {
        words: t('conflicts.change-rules', 'Change the field rules…'),
        choice: { keep: 'change' },
        href: `/surveys/${surveyId}/rules`,
      },
    };
  if (kind === 'tag') {
    const tag = freeTag ?? '';
    return {
      record: {
        words: t('conflicts.discard-second-tree', 'Keep only this tree'),
        choice: { keep: 'record' },
        confirm: t('conflicts.discard-tree-question', 'Discard the other tree? {tree}', { tree: change.words ?? '' }),
      },
      change: { words: t('conflicts.use-tag', 'Use tag {tag}', { tag }), choice: { keep: 'change', tag } },
    };
  }
  const tag = freeTag === null ? {} : { tag: freeTag };
  return {
    record: record.words === null ? { ...keep, words: t('conflicts.leave-deleted', 'Leave it deleted') } : keep,
    change:
      kind === 'deletion'
        ? {
            words: t('conflicts.delete-tree', 'Delete the tree'),
            choice: { keep: 'change' },
            confirm: t('conflicts.delete-tree-question', 'Delete this tree? {tree}', { tree: record.words ?? '' }),
          }
        : {
            words:
              freeTag === null
                ? t('conflicts.keep-this', 'Keep this version')
                : t('conflicts.use-tag', 'Use tag {tag}', { tag: freeTag }),
            choice: { keep: 'change', ...tag },
          },
  };
}

/** Reads what is open on the server. @throws ApiError */
const readConflicts = async (surveyId: string): Promise<void> =>
  setConflicts(surveyId, await call<readonly ConflictView[]>('GET', `/api/surveys/${surveyId}/conflicts`));

/** One of the two versions, with who made it, when and on what. */
function Version({
  label,
  version,
  button,
  isBusy,
  onChoose,
}: {
  readonly label: string;
  readonly version: ConflictVersion;
  readonly button: ChoiceButton;
  readonly isBusy: boolean;
  readonly onChoose: () => void;
}) {
  return (
    <div className="grid content-start gap-2 rounded-lg border-2 border-line p-3">
      <h3 className="text-quiet">{label}</h3>
      <p className="text-lg font-semibold break-words">{version.words ?? deletedWords()}</p>
      <p className="text-[0.95rem] text-quiet">
        {version.observer}
        <br />
        {moment(version.madeAt)}
        <br />
        {version.device}
      </p>
      {button.href === undefined ? (
        <button
          type="button"
          className={`btn self-end ${button.confirm === undefined ? 'btn-main' : ''}`}
          disabled={isBusy}
          onClick={onChoose}
        >
          {button.words}
        </button>
      ) : (
        <a className="btn self-end" href={button.href}>
          {button.words}
        </a>
      )}
    </div>
  );
}

/** A tag that a decision gives a tree. */
interface GivenTag {
  readonly conflictId: string;
  readonly plotId: string;
  readonly tag: string;
}

/** The first number from a free tag on that no other decision gives away. */
function nextFree(tag: string | null, given: ReadonlySet<string>): string | null {
  if (tag === null) return null;
  let free = Number(tag);
  while (given.has(String(free))) free += 1;
  return String(free);
}

/** Two versions side by side; a person keeps one. */
function Conflict({
  conflict: known,
  observer,
  given,
  onGiven,
}: {
  readonly conflict: ConflictView;
  readonly observer: string;
  /** Tags of its plot that other decisions give. */
  readonly given: ReadonlySet<string>;
  readonly onGiven: (tag: string) => void;
}) {
  const conflict = { ...known, freeTag: nextFree(known.freeTag, given) };
  const waiting = waitingDecision(conflict.id, useStore(outbox));
  const [isStoring, setStoring] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const choices = choicesOf(conflict);
  const onFate = (fate: WriteResult): void => {
    if (fate.kind === 'kept') void closeConflict(conflict.id);
    else {
      // Another decision came first: what is there now is shown.
      setRefusal(fate.problem.detail);
      void readConflicts(conflict.surveyId).catch(() => undefined);
    }
  };
  const decide = ({ choice, confirm }: ChoiceButton): void => {
    if (confirm !== undefined && !window.confirm(confirm)) return;
    setRefusal(null);
    setStoring(true);
    if (choice.tag !== undefined) onGiven(choice.tag);
    void send(decisionWrite(conflict, choice, observer), onFate).finally(() => {
      setStoring(false);
    });
  };
  const isBusy = isStoring || waiting !== undefined;
  return (
    <li className="card grid gap-3 p-4">
      <h2 className="text-xl font-bold">{titleOf(conflict)}</h2>
      <div className="grid gap-3 sm:grid-cols-2">
        <Version
          label={
            conflict.kind === 'rules'
              ? t('conflicts.rules-now', 'Current rules of the survey')
              : t('conflicts.on-record', 'On the record')
          }
          version={conflict.record}
          button={choices.record}
          isBusy={isBusy}
          onChoose={() => {
            decide(choices.record);
          }}
        />
        <Version
          label={
            conflict.kind === 'rules'
              ? t('conflicts.rules-then', 'Rules when they were measured')
              : t('conflicts.also-sent', 'Also sent')
          }
          version={conflict.change}
          button={choices.change}
          isBusy={isBusy}
          onChoose={() => {
            decide(choices.change);
          }}
        />
      </div>
      {waiting !== undefined && (
        <p role="status">{t('conflicts.decision-waits', 'Your decision is stored on this device, waiting to send.')}</p>
      )}
      {refusal !== null && <Alert>{refusal}</Alert>}
    </li>
  );
}

/** Changes of a survey that met others: both versions side by side, until a person decides. */
export function ConflictsPage({ surveyId, observer }: ConflictsPageProps) {
  const conflicts = useStore(openConflicts).filter((each) => each.surveyId === surveyId);
  const writes = useStore(outbox);
  /** Tags that decisions of this page give. */
  const [givenHere, setGivenHere] = useState<readonly GivenTag[]>([]);
  const waiting = conflicts.flatMap(({ id, plotId }): readonly GivenTag[] => {
    const tag = waitingDecision(id, writes)?.tag;
    return tag === undefined ? [] : [{ conflictId: id, plotId, tag }];
  });
  const givenBeside = ({ id, plotId }: ConflictView): ReadonlySet<string> =>
    new Set(
      [...givenHere, ...waiting].flatMap((each) =>
        each.plotId === plotId && each.conflictId !== id ? [each.tag] : [],
      ),
    );
  const reading = useAction();
  const { run } = reading;
  useEffect(() => {
    void run(async () => {
      await readConflicts(surveyId);
      return null;
    });
    // Once for each opening of the page.
  }, [surveyId]);
  return (
    <div className="grid gap-4">
      {reading.trouble !== null && (
        <p role="status">
          {t('conflicts.as-known-here', 'The server does not answer. This is what this device knows.')}
        </p>
      )}
      {conflicts.length === 0 ? (
        reading.isBusy ? (
          <p role="status">{t('ui.loading', 'Loading…')}</p>
        ) : (
          <p className="card p-5">{t('conflicts.none', '✓ There is nothing to decide.')}</p>
        )
      ) : (
        <ul className="grid gap-4">
          {conflicts.map((conflict) => (
            <Conflict
              key={conflict.id}
              conflict={conflict}
              observer={observer}
              given={givenBeside(conflict)}
              onGiven={(tag) => {
                const { id: conflictId, plotId } = conflict;
                setGivenHere((before) => [...before, { conflictId, plotId, tag }]);
              }}
            />
          ))}
        </ul>
      )}
    </div>
  );
}
