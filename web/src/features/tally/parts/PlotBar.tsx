import { useRef, type ReactNode } from 'react';
import { printRounded, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import type { PlotSums } from '@arbolito/core/inventory';

interface PlotBarProps {
  readonly sums: PlotSums;
  readonly trees: number;
  readonly unitSystem: UnitSystem;
  /** `Plot`, or `Point`. */
  readonly word: string;
  /** The inside of the dialog, told how to close it. */
  readonly children: (close: () => void) => ReactNode;
}

/** On a phone: how far the plot is, in a line, and a dialog with everything else about it. */
export function PlotBar({ sums, trees, unitSystem, word, children }: PlotBarProps) {
  const dialog = useRef<HTMLDialogElement>(null);
  const units = STAND_UNITS[unitSystem];
  const close = (): void => {
    dialog.current?.close();
  };
  return (
    <div className="order-first flex items-center justify-between gap-3 border-b border-line bg-band px-3 py-1">
      <p className="figures min-w-0 truncate" data-testid="plot-line">
        {trees} {trees === 1 ? 'tree' : 'trees'} · {printRounded(units.basalAreaPer(sums.basalAreaM2PerHa), 1)}{' '}
        {units.basalArea}/{units.area}
      </p>
      <button
        type="button"
        className="btn"
        aria-haspopup="dialog"
        onClick={() => {
          dialog.current?.showModal();
        }}
      >
        {word}
      </button>
      <dialog
        ref={dialog}
        className="m-auto max-h-[90dvh] w-[min(26rem,94vw)] rounded-xl bg-sheet p-4 text-ink"
        aria-label={word}
      >
        <div className="grid gap-3">
          <button type="button" className="btn justify-self-end" onClick={close}>
            Close
          </button>
          {children(close)}
        </div>
      </dialog>
    </div>
  );
}
