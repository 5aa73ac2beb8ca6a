import { useRef } from 'react';
import { Delete, Undo2 } from 'lucide-react';
import { distanceOnLine, lastDistance, padLine, type PadKey } from '../pad.ts';
import type { TallyStore, TallyView } from '../store.ts';
import type { Species } from '@arbolito/core/survey';

interface ThumbPadProps {
  readonly view: TallyView;
  readonly store: TallyStore;
  readonly species: readonly Species[];
}

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3'] as const;

/** Keys for thumbs in gloves: they write the same line that is called out. */
export function ThumbPad({ view, store, species }: ThumbPadProps) {
  const before = useRef<string[]>([]);
  const { line, figures } = view;
  const lastSpecies = figures.at(-1)?.row.draft.speciesCode ?? '';
  const distance = lastDistance(figures.map(({ row }) => row.draft));
  const press = (key: PadKey): void => {
    before.current = line === '' ? [''] : [...before.current, line];
    store.write(padLine(line, key, lastSpecies));
  };
  const keep = (): void => {
    before.current = [];
    store.enter();
  };
  const undo = (): void => {
    const last = before.current.pop();
    if (line !== '' && last !== undefined) store.write(last);
    else if (line !== '') store.write('');
    else store.undo();
  };
  const key = (of: PadKey, words: React.ReactNode, label?: string, className = '') => (
    <button
      key={of}
      type="button"
      className={`pad-key ${className}`}
      {...(label === undefined ? {} : { 'aria-label': label })}
      onClick={() => {
        press(of);
      }}
    >
      {words}
    </button>
  );
  const asSpecies = species.slice(0, 12);
  const on = view.parsed.draft.speciesCode === '' ? lastSpecies : view.parsed.draft.speciesCode;
  return (
    <div className="no-print grid gap-1.5 border-t border-line bg-band p-2" role="group" aria-label="Thumb pad">
      <div className="flex gap-1.5 overflow-x-auto" role="group" aria-label="Species">
        {asSpecies.map(({ code, name }) => (
          <button
            key={code}
            type="button"
            className={`pad-key min-w-14 px-3 ${on === code ? 'bg-ink text-sheet' : ''}`}
            aria-pressed={on === code}
            aria-label={name}
            onClick={() => {
              press(`species ${code}`);
            }}
          >
            {code}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-5 gap-1.5">
        {DIGITS.slice(0, 3).map((digit) => key(digit, digit))}
        {key('+', '+', 'top, above level')}
        {key('back', <Delete aria-hidden="true" size={22} />, 'rub out')}
        {DIGITS.slice(3, 6).map((digit) => key(digit, digit))}
        {key('-', '−', 'base, below level')}
        {key('sign', '±', 'turn the sign')}
        {DIGITS.slice(6).map((digit) => key(digit, digit))}
        {key('@', '@', 'distance')}
        {key('g', 'g', 'girth')}
        {key('.', '.', 'decimal point')}
        {key('0', '0')}
        {key('=', '=', 'height read off')}
        <button type="button" className="pad-key" aria-label="undo" onClick={undo}>
          <Undo2 aria-hidden="true" size={22} />
        </button>
        <button type="button" className="pad-key bg-paint-ink text-sheet" onClick={keep}>
          Keep
        </button>
      </div>
      {distance !== null && !distanceOnLine(line) && line !== '' && (
        <button
          type="button"
          className="pad-key bg-paint-ink text-sheet"
          onClick={() => {
            before.current = [];
            store.write(padLine(line, `distance ${distance}`, lastSpecies));
            store.enter();
          }}
        >
          @{distance} as before, and keep
        </button>
      )}
    </div>
  );
}
