import { Undo2 } from 'lucide-react';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { t } from '../../../messages/text.ts';
import type { TallySettings, TallyStateView, TallyStore } from '../store.ts';
import { DotTally } from './DotTally.tsx';

interface DotCountProps {
  readonly view: TallyStateView;
  readonly store: TallyStore;
  readonly settings: TallySettings;
  readonly onDone: () => void;
}

/** Counting by dots, with the whole screen for it: one tap for each tree. */
export function DotCount({ view, store, settings, onDone }: DotCountProps) {
  return (
    <section
      aria-label={t('tally.count-by-dots', 'Count by dots')}
      className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)]"
    >
      <div className="flex items-center gap-2 border-b border-line bg-band px-3 py-1.5">
        <p className="grow text-lg font-bold" aria-live="polite">
          {t('tally.trees-counted', '{count, plural, one {# tree} other {# trees}}', { count: view.figures.length })}
        </p>
        <button
          type="button"
          className="btn"
          disabled={view.figures.length === 0}
          onClick={() => {
            store.undo();
            // The text of the tree belongs on the line, which is not shown here.
            store.write('');
          }}
        >
          <Undo2 aria-hidden="true" size={18} /> {t('tally.undo', 'Undo')}
        </button>
        <button type="button" className="btn btn-main" onClick={onDone}>
          {t('tally.done', 'Done')}
        </button>
      </div>
      {view.message?.alarm === true && <Alert>{view.message.words}</Alert>}
      <div className="row-start-3 overflow-auto px-3 pb-3">
        <DotTally
          onDot={store.dot}
          trees={view.figures.flatMap(({ tallied }) => tallied)}
          species={settings.species}
          classes={settings.fieldRules.classes}
        />
      </div>
    </section>
  );
}
