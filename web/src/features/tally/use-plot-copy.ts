import { useEffect } from 'react';
import { onCopyChanged, storedPlot } from '../../client/device/survey-copies.ts';
import type { PlotCopy } from '../../contracts/sync.ts';

/** Tells of the copy of a plot on this device: as it is, and whenever it was read again. */
export function usePlotCopy(plotId: string, onCopy: (copy: PlotCopy) => void): void {
  useEffect(() => {
    let isShown = true;
    const take = async (): Promise<void> => {
      const copy = await storedPlot(plotId).catch(() => undefined);
      if (copy !== undefined && isShown) onCopy(copy);
    };
    void take();
    const stop = onCopyChanged(({ plotIds }) => {
      if (plotIds.includes(plotId)) void take();
    });
    return () => {
      isShown = false;
      stop();
    };
  }, [plotId, onCopy]);
}
