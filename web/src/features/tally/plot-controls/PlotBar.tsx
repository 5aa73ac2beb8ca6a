import { type ReactNode, useState } from 'react';
import { printRounded, type StandUnits } from '@arbolito/core/units';
import type { PlotSums } from '@arbolito/core/inventory';
import { Dialog } from '../../../ui/feedback/Dialog.tsx';
import { localFigure } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';

interface PlotBarProps {
  readonly sums: PlotSums;
  readonly trees: number;
  readonly units: StandUnits;
  /** `Plot`, or `Point`. */
  readonly word: string;
  /** The inside of the dialog, told how to close it. */
  readonly children: (close: () => void) => ReactNode;
}

/** On a phone: how far the plot is, in a line within reach of a thumb, and a dialog with everything else about it. */
export function PlotBar({ sums, trees, units, word, children }: PlotBarProps) {
  const [isOpen, setIsOpen] = useState(false);
  const close = (): void => {
    setIsOpen(false);
  };
  return (
    <div className="flex items-center justify-between gap-3 border-t border-line bg-band px-3 py-1">
      <p className="figures min-w-0 truncate" data-testid="plot-line">
        {trees} {trees === 1 ? t('tally.tree-2', 'tree') : t('tally.trees', 'trees')} ·{' '}
        {localFigure(printRounded(units.basalAreaPer(sums.basalAreaM2PerHa), 1))} {`${units.basalArea}${units.per}`}
      </p>
      <button
        type="button"
        className="btn"
        aria-haspopup="dialog"
        onClick={() => {
          setIsOpen(true);
        }}
      >
        {word}
      </button>
      <Dialog label={word} isOpen={isOpen} onClose={close}>
        <div className="grid gap-3">
          <button type="button" className="btn justify-self-end" onClick={close}>
            {t('tally.close', 'Close')}
          </button>
          {children(close)}
        </div>
      </Dialog>
    </div>
  );
}
