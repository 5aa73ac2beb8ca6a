import { seenPlotFacts } from '../contracts/plot-facts.ts';
import type { PlotCorrectionDto } from '../contracts/tree.ts';
import type { PlotView } from '../contracts/views.ts';
import { deviceId, newId, now } from './identity.ts';
import type { Write } from './device/outbox.ts';

const addressOf = (plotId: string): string => `/api/plots/${plotId}/corrections`;

/** How far a plot is. */
export type PlotProgress = Pick<PlotView, 'finished' | 'empty'>;

/**
 * Marks a plot as finished, as empty, or opens it again.
 *
 * @param before how far it was, as this device knows it
 */
export function progressWrite(
  plotId: string,
  before: PlotProgress,
  progress: Partial<PlotProgress>,
  observer: string,
): Write {
  const seen = seenPlotFacts(before, progress);
  const body = { id: newId(), observer, device: deviceId(), madeAt: now(), ...progress, seen };
  return { id: body.id, method: 'POST', url: addressOf(plotId), body };
}

/** How far a plot is once the writes that wait are on the record. */
export const progressWith = (
  { id, finished, empty }: PlotProgress & { readonly id: string },
  writes: readonly Write[],
) =>
  writes
    .filter(({ url }) => url === addressOf(id))
    .reduce<PlotProgress>(
      (progress, { body }) => {
        const change = body as PlotCorrectionDto;
        return { finished: change.finished ?? progress.finished, empty: change.empty ?? progress.empty };
      },
      { finished, empty },
    );
