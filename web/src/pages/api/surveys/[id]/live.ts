import type { LiveEvent, Presence } from '../../../../contracts/live-view.ts';
import { LiveQueryDto } from '../../../../contracts/sync.ts';
import { readQuery } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, otherMethods, remoteAddress, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

const HEADERS = {
  'content-type': 'text/event-stream',
  // Compression would hold events back until there are enough of them.
  'cache-control': 'no-store, no-transform',
};
/** After a broken connection the browser asks again, in ms. */
const RETRY_MS = 3_000;

/** Streams that are open: they end when the process is asked to. */
const open = new Set<() => void>();
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    for (const end of open) end();
  });

/** Who is at work on which plot; null for a page that only looks. */
async function visitorOf(surveyId: string, { plot, crew, device }: LiveQueryDto): Promise<Presence | null> {
  if (plot === undefined || crew === undefined || device === undefined) return null;
  const { label, surveyId: own } = await services().plots.get(plot);
  return own === surveyId ? { crew, device, plotId: plot, plotLabel: label } : null;
}

export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey')));
  const visitor = await visitorOf(survey.id, await readQuery(context.url, LiveQueryDto));
  const address = remoteAddress(context);
  const text = new TextEncoder();
  let end = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start: (controller) => {
      const write = (lines: string): void => {
        controller.enqueue(text.encode(lines));
      };
      write(`retry: ${String(RETRY_MS)}\n\n`);
      const stop = services().live.watch(survey.id, visitor, address, ({ kind, ...data }: LiveEvent) => {
        write(`event: ${kind}\ndata: ${JSON.stringify(data)}\n\n`);
      });
      end = () => {
        if (!open.delete(end)) return;
        stop();
        try {
          controller.close();
        } catch {
          // The browser was faster.
        }
      };
      open.add(end);
      context.request.signal.addEventListener('abort', end);
    },
    cancel: () => {
      end();
    },
  });
  return new Response(stream, { headers: HEADERS });
});

export const ALL = otherMethods('GET');
