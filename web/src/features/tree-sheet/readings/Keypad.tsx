import type { ReactNode } from 'react';
import { Delete } from 'lucide-react';
import { t } from '../../../messages/text.ts';

interface KeypadProps {
  readonly onKey: (key: string) => void;
  readonly onSign: (() => void) | null;
  readonly onBack: () => void;
  readonly onUnit: () => void;
  readonly unitLabel: string;
  readonly onNext: () => void;
  readonly nextLabel: ReactNode;
}

const KEY =
  'figures grid place-items-center rounded-xl border-[1.5px] border-edge bg-sheet text-2xl font-bold active:bg-wash';

/** Large keys for cold thumbs, with a ± key of its own. */
export function Keypad({ onKey, onSign, onBack, onUnit, unitLabel, onNext, nextLabel }: KeypadProps) {
  const digit = (key: string) => (
    <button
      key={key}
      type="button"
      className={KEY}
      onClick={() => {
        onKey(key);
      }}
    >
      {key}
    </button>
  );
  return (
    <div
      className="grid grid-cols-4 grid-rows-4 gap-1.5 bg-band p-2 [&>button]:min-h-[clamp(2.75rem,6.6dvh,3.5rem)]"
      role="group"
      aria-label={t('tree-sheet.keypad', 'Keypad')}
    >
      {['7', '8', '9'].map(digit)}
      <button
        type="button"
        className={`${KEY} !bg-rail !text-white disabled:opacity-40`}
        aria-label={t('tree-sheet.plus-or-minus', 'plus or minus')}
        disabled={onSign === null}
        onClick={() => onSign?.()}
      >
        ±
      </button>
      {['4', '5', '6'].map(digit)}
      <button
        type="button"
        className={KEY}
        aria-label={t('tree-sheet.delete-the-last-digit', 'Delete the last digit')}
        onClick={onBack}
      >
        <Delete aria-hidden="true" />
      </button>
      {['1', '2', '3'].map(digit)}
      <button
        type="button"
        className="row-span-2 rounded-xl bg-paint-ink px-1 text-lg leading-tight font-bold text-on-paint"
        onClick={onNext}
      >
        {nextLabel}
      </button>
      {digit('.')}
      {digit('0')}
      <button
        type="button"
        className={`${KEY} !text-lg`}
        aria-label={t('tree-sheet.unit-change', 'unit: {unitLabel}, change', { unitLabel })}
        onClick={onUnit}
      >
        {unitLabel}
      </button>
    </div>
  );
}
