import { useEffect, useRef } from 'react';
import { estimateOf } from '@arbolito/core/uncertainty';
import { unitOf } from '@arbolito/core/units';
import { findingsOfTree, type PlacedFinding } from '@arbolito/core/tree';
import type { TallyStateView, TallyStore } from '../store.ts';
import { t, say } from '../../../messages/text.ts';

interface CallLineProps {
  /** The thumb pad is open: the keyboard of the phone stays away. */
  readonly padOpen: boolean;
  /** A line as this survey has them. */
  readonly example: string;
  readonly view: TallyStateView;
  readonly store: TallyStore;
  readonly onOpen: (id: string) => void;
}

/** What a line that is still being typed lacks is no mistake. */
const MISSING = 'reading.missing';

/** One measure may have several findings with one code: one for each reading. */
const keyOfFinding = ({ code, measure, stem, heightNo, reading, title }: PlacedFinding): string =>
  JSON.stringify([code, measure, stem, heightNo ?? null, reading, title]);

/** The line in parts as it was understood, what comes out of it, and what speaks against it. */
function Chips({ view, padOpen }: { readonly view: TallyStateView; readonly padOpen: boolean }) {
  const { parsed, preview, tagUsed, hints } = view;
  const height = preview.height === null ? null : estimateOf(preview.height);
  const findings = findingsOfTree(preview);
  const tokens = parsed.tokens.map((token) => (
    <li key={`token ${String(token.from)}`} className={`chip ${token.problem === null ? '' : 'chip-odd'}`}>
      {say(
        token.chip ?? (
          <>
            <span className="figures font-bold">{token.text}</span> {say(token.problem)}
          </>
        ),
      )}
    </li>
  ));
  const results = (
    <>
      {height !== null && (
        <li className="chip font-bold" data-testid="line-height">
          {t('tally.height', 'height {value} {symbol} ± {standardError}', {
            value: height.printed.value,
            symbol: unitOf(height.printed.unit).symbol,
            standardError: height.printed.standardError,
          })}
        </li>
      )}
      {preview.dbh !== null && preview.stems.length > 1 && (
        <li className="chip font-bold">
          {t('tally.stems-dbh', '{stems} stems: dbh {value} {symbol}', {
            stems: preview.stems.length,
            value: preview.dbh.printed.value,
            symbol: unitOf(preview.dbh.printed.unit).symbol,
          })}
        </li>
      )}
      {tagUsed && (
        <li className="chip chip-odd">
          {t('tally.tree-is-already-in-this', 'Tree {tag} is already in this plot', { tag: parsed.draft.tag })}
        </li>
      )}
      {findings
        .filter(({ severity, code }) => severity !== 'note' && code !== MISSING && !code.startsWith('text.'))
        .map((finding) => (
          <li key={keyOfFinding(finding)} className="chip chip-odd">
            {finding.severity === 'check' ? '?' : '!'} {say(finding.title)}
            {finding.suggestedFixes[0]?.becomes === undefined
              ? ''
              : ` · ${say(finding.suggestedFixes[0].label)}: ${finding.suggestedFixes[0].becomes}`}
          </li>
        ))}
    </>
  );
  const missing = findings.filter(({ code }) => code === MISSING).map(({ title }) => say(title));
  const hinted = hints.map((hint) => (
    <li key={`hint ${hint}`} className="chip border-sky">
      {hint}
    </li>
  ));
  const stillMissing = missing.length > 0 && (
    <li className="chip border-dashed">{t('tally.missing', 'Missing: {join}', { join: missing.join(', ') })}</li>
  );
  // Over the pad there is room for a row: what comes out stands first, then the parts, the latest first.
  return padOpen ? (
    <ul className="flex min-h-10 gap-2 overflow-x-auto whitespace-nowrap" id="chips" aria-live="polite" tabIndex={0}>
      {results}
      {[...tokens].reverse()}
      {stillMissing}
      {hinted}
    </ul>
  ) : (
    <ul className="flex min-h-10 flex-wrap gap-2" id="chips" aria-live="polite">
      {tokens}
      {stillMissing}
      {results}
      {hinted}
    </ul>
  );
}

/** One tree to a line, in the words crews call out, echoed as chips while it is typed. */
export function CallLine({ view, store, onOpen, padOpen, example }: CallLineProps) {
  const input = useRef<HTMLInputElement>(null);
  const { line, selected, message, figures, nextTag } = view;
  const row = figures.find((candidate) => candidate.row.id === selected)?.row;
  useEffect(() => {
    input.current?.focus();
  }, [selected]);
  return (
    <div className="no-print border-t-[3px] border-paint bg-sheet px-4 pt-2 pb-2 md:pb-3">
      <label htmlFor="call-line" className="block leading-tight text-quiet">
        {row === undefined
          ? t(
              'tally.tree-or-another-tag-after',
              '{pad, select, yes {Tree {nextTag}} other {Tree {nextTag}, or another tag after #}}',
              { nextTag, pad: padOpen ? 'yes' : 'no' },
            )
          : t(
              'tally.correcting-tree-enter-saves-esc',
              '{pad, select, yes {Correcting tree {tag}} other {Correcting tree {tag}: Enter saves, Esc cancels}}',
              { tag: row.tree.tag, pad: padOpen ? 'yes' : 'no' },
            )}
      </label>
      <div className="flex items-center gap-2 pb-1.5 md:gap-3">
        <input
          ref={input}
          id="call-line"
          className="figures min-h-11 min-w-0 flex-1 rounded-md bg-transparent px-2 text-2xl font-bold -outline-offset-2 md:text-3xl"
          placeholder={example}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          inputMode={padOpen ? 'none' : 'text'}
          maxLength={300}
          value={line}
          aria-describedby="chips"
          onChange={(event) => {
            store.write(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') store.enter();
            else if (event.key === 'ArrowUp') store.walk(-1);
            else if (event.key === 'ArrowDown') store.walk(1);
            else if (event.key === 'Escape') store.select(null);
            else if (event.key === 'Delete' && event.altKey) store.remove();
            else if (event.key === 'z' && (event.ctrlKey || event.metaKey) && line === '') store.undo();
            else if (event.key === 'r' && event.altKey) store.again('tree');
            else if (event.key === 'd' && event.altKey) store.again('species');
            else if (event.key === 'o' && event.altKey && selected !== null) onOpen(selected);
            else return;
            event.preventDefault();
          }}
        />
        {row !== undefined && (
          <div className="flex gap-2">
            {padOpen && (
              <button
                type="button"
                className="btn"
                onClick={() => {
                  store.select(null);
                }}
              >
                {t('tally.cancel', 'Cancel')}
              </button>
            )}
            <button
              type="button"
              className="btn"
              onClick={() => {
                onOpen(row.id);
              }}
            >
              {t('tally.open-tree-sheet', 'Open tree sheet')}
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => {
                store.remove();
              }}
            >
              {t('tally.delete', 'Delete')}
            </button>
          </div>
        )}
        {!padOpen && (
          <button
            type="button"
            className="btn btn-main"
            onClick={() => {
              store.enter();
            }}
          >
            {t('tally.save-tree', 'Save tree')}
          </button>
        )}
      </div>
      <Chips view={view} padOpen={padOpen} />
      <div role="status" className={padOpen ? 'md:min-h-7' : 'min-h-7'}>
        {message !== null && (
          <p className={message.alarm ? 'font-semibold text-paint-ink' : ''}>
            {message.words}{' '}
            {message.undo && (
              <button
                type="button"
                className="min-h-11 px-2 font-semibold underline"
                onClick={() => {
                  store.undo();
                }}
              >
                {t('tally.undo', 'Undo')}
              </button>
            )}
          </p>
        )}
      </div>
    </div>
  );
}
