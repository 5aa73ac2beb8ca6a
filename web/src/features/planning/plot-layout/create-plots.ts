import type { PlotPoint } from '@arbolito/core/layout';
import type { StratumView } from '../../../contracts/views.ts';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId } from '../../../client/identity.ts';
import { t } from '../../../messages/text.ts';

/** A plot on its way onto the record, without its identifier. */
export interface PlotToLay {
  readonly stratumId: string;
  readonly label: string;
  readonly latitude: number;
  readonly longitude: number;
  readonly slopePct: number;
  readonly aspectDeg?: number;
}

/** Plots that go out in one request: it is kept whole or not at all. */
export const AT_ONCE = 500;

/** About a centimetre on the ground. */
const degrees = (value: number): number => Number(value.toFixed(7));

/**
 * Points of a file as plots of the survey's strata: by their name, or in the one that was chosen.
 *
 * @returns what is wrong, in words, where a point names a stratum that the survey has not
 */
export function plotsOfPoints(
  points: readonly PlotPoint[],
  strata: readonly StratumView[],
  chosenId: string,
): readonly PlotToLay[] | string {
  const byName = new Map(strata.map(({ id, name }) => [name.toLowerCase(), id]));
  const plots: PlotToLay[] = [];
  for (const { label, latitude, longitude, slopePct, aspectDeg, stratum } of points) {
    const stratumId = stratum === null ? chosenId : byName.get(stratum.toLowerCase());
    if (stratumId === undefined)
      return t(
        'planning.plot-names-stratum-the-strata',
        'Plot {label} names stratum “{stratum}”. The strata are: {join}.',
        { label, stratum: stratum ?? '', join: strata.map(({ name }) => name).join(', ') },
      );
    plots.push({
      stratumId,
      label,
      latitude: degrees(latitude),
      longitude: degrees(longitude),
      slopePct,
      ...(aspectDeg === null ? {} : { aspectDeg }),
    });
  }
  return plots;
}

/**
 * Lays plots out, so many at once.
 *
 * @param idOf the same for the same plot, so that sending again is the same write
 * @throws Refused for what cannot be laid out
 */
export async function layOutPlots(
  { surveyId, crew }: { readonly surveyId: string; readonly crew: string },
  plots: readonly PlotToLay[],
  idOf: (key: string) => string,
  told: { readonly onDone: (done: number) => void; readonly onWait: (words: string) => void },
): Promise<void> {
  for (let at = 0; at < plots.length; at += AT_ONCE) {
    told.onDone(at);
    const some = plots.slice(at, at + AT_ONCE).map((plot) => ({ id: idOf(JSON.stringify(plot)), ...plot }));
    const body = { id: idOf(some.map(({ id }) => id).join()), observer: crew, device: deviceId(), plots: some };
    await callUntilAnswered(`/api/surveys/${surveyId}/plots`, body, told.onWait);
  }
  told.onDone(plots.length);
}
