import type { ReactNode, RefObject } from 'react';
import type { CallToken } from '@arbolito/core/callout';
import { t, say } from '../../../messages/text.ts';

interface CalloutBarProps {
  readonly line: string;
  /** A line as this survey has them. */
  readonly example: string;
  readonly tokens: readonly CallToken[];
  readonly inputRef: RefObject<HTMLInputElement | null>;
  readonly onLine: (line: string) => void;
  readonly onEnter: () => void;
  /** What can be done with the tree, at the end of the line. */
  readonly children?: ReactNode;
}

/** The same tree as one line of text: typing in either moves the other. */
export function CalloutBar({ line, example, tokens, inputRef, onLine, onEnter, children }: CalloutBarProps) {
  const problems = tokens.filter(({ problem }) => problem !== null);
  return (
    <div className="border-t border-line bg-band px-4 py-1.5">
      {problems.length > 0 && (
        <ul role="status" className="flex flex-wrap gap-2 pb-1.5" id="callout-problems">
          {problems.map((token) => (
            <li key={`${token.from}`} className="chip chip-odd">
              <span className="figures font-bold">{token.text}</span> {say(token.problem)}
            </li>
          ))}
        </ul>
      )}
      <div className="flex items-center gap-3">
        <label htmlFor="callout" className="text-quiet">
          {t('tree-sheet.call-out', 'call-out')}
        </label>
        <input
          id="callout"
          ref={inputRef}
          className="figures min-h-11 min-w-0 flex-1 rounded-md bg-transparent px-2 text-xl font-bold"
          placeholder={example}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          value={line}
          aria-invalid={problems.length > 0}
          aria-describedby={problems.length > 0 ? 'callout-problems' : undefined}
          onChange={(event) => {
            onLine(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') onEnter();
            else if (event.key === 'Escape') event.currentTarget.blur();
          }}
        />
        {children}
      </div>
    </div>
  );
}
