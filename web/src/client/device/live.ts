import { atom } from 'nanostores';
import type { LiveEvent, Presence } from '../../contracts/live-view.ts';
import { deviceId } from '../identity.ts';

/** Other crews that are at work in the survey of this page. */
export const otherCrews = atom<readonly Presence[]>([]);

/** A crew that looks at a survey, and the plot that it is at work on. */
export interface LivePage {
  readonly surveyId: string;
  readonly plotId: string;
  readonly crew: string;
}

type Data<Kind extends LiveEvent['kind']> = Omit<Extract<LiveEvent, { readonly kind: Kind }>, 'kind'>;

/**
 * Hears what happens in a survey, as long as the page is shown and there is a network.
 *
 * @param onPlot told of each plot that was written to; without an identifier after a connection that was broken: any of them
 *   may have been
 * @returns stops it
 */
export function watchSurvey(
  { surveyId, plotId, crew }: LivePage,
  onPlot: (plotId: string | null, revision: number) => void,
): () => void {
  if (typeof EventSource === 'undefined') return () => undefined;
  const query = new URLSearchParams({ plot: plotId, crew, device: deviceId() });
  let source: EventSource | null = null;
  let hasBeenOpen = false;
  const close = (): void => {
    source?.close();
    source = null;
    otherCrews.set([]);
  };
  const open = (): void => {
    if (source !== null || document.hidden) return;
    source = new EventSource(`/api/surveys/${surveyId}/live?${query.toString()}`);
    source.addEventListener('open', () => {
      if (hasBeenOpen) onPlot(null, 0);
      hasBeenOpen = true;
    });
    source.addEventListener('error', () => {
      otherCrews.set([]);
    });
    source.addEventListener('plot', ({ data }: MessageEvent<string>) => {
      const { plotId: changed, revision } = JSON.parse(data) as Data<'plot'>;
      onPlot(changed, revision);
    });
    source.addEventListener('crews', ({ data }: MessageEvent<string>) => {
      otherCrews.set((JSON.parse(data) as Data<'crews'>).crews);
    });
  };
  const onShown = (): void => {
    if (document.hidden) close();
    else open();
  };
  document.addEventListener('visibilitychange', onShown);
  open();
  return () => {
    document.removeEventListener('visibilitychange', onShown);
    close();
  };
}
