import type { KeepState } from './use-keep.ts';
import { t } from '../../../messages/text.ts';

interface KeepWordsProps {
  readonly state: KeepState;
  readonly isChanged: boolean;
  readonly onStartOver: () => void;
}

/** What became of keeping the tree, in words. */
export function KeepWords({ state, isChanged, onStartOver }: KeepWordsProps) {
  return (
    <div role="status" className="text-[0.97rem]">
      {state.kind === 'hindered' && (
        <ul className="rounded-lg border-2 border-paint-ink bg-alarm p-2.5">
          {state.hindrances.map(({ message }) => (
            <li key={message}>{message}</li>
          ))}
        </ul>
      )}
      {state.kind === 'refused' && <p className="rounded-lg border-2 border-paint-ink bg-alarm p-2.5">{state.words}</p>}
      {isChanged && state.kind === 'idle' && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="font-semibold">{t('tree-sheet.changes-not-saved-yet', 'Changes not saved yet.')}</span>
          <button type="button" className="btn" onClick={onStartOver}>
            {t('tree-sheet.discard-changes', 'Discard changes')}
          </button>
        </p>
      )}
      {(state.kind === 'kept' || state.kind === 'sending') && <p className="chip">{state.words}</p>}
    </div>
  );
}
