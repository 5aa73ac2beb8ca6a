import type { LiveEvent, Presence } from '../../contracts/live-view.ts';
import type { Notifications } from '../database/notifications.ts';
import { tooMany } from '../problem.ts';
import { t } from '../../messages/text.ts';

/** Pages that watch a survey, and who is at work in it. */
export interface LiveService {
  /**
   * Tells a page of what happens in a survey, until it is stopped.
   *
   * @param visitor the crew of the page, where it is at work on a plot
   * @param address where the page is, as far as the connection says
   * @throws Problem 429 for more pages than one address may have open
   */
  readonly watch: (
    surveyId: string,
    visitor: Presence | null,
    address: string,
    send: (event: LiveEvent) => void,
  ) => () => void;
}

const PLOTS = 'arbolito_plot';
const CREWS = 'arbolito_crew';
/** A crew that says nothing for so long has gone. */
const GONE_MS = 50_000;
const SAY_MS = 20_000;
const [MOST_OF_ADDRESS, MOST] = [40, 1_000] as const;

interface Watcher {
  readonly surveyId: string;
  readonly device: string | null;
  readonly send: (event: LiveEvent) => void;
}

/** What a process tells the others of a crew; without a plot it has gone. */
interface Told {
  readonly surveyId: string;
  readonly device: string;
  readonly presence: Presence | null;
}

export function liveService({ listen, tell }: Notifications, nowMs: () => number): LiveService {
  const watchers = new Set<Watcher>();
  const ofAddress = new Map<string, number>();
  /** By survey, and there by device. */
  const crews = new Map<string, Map<string, Presence & { readonly heardMs: number }>>();
  const crewsOf = (surveyId: string, device: string | null): readonly Presence[] =>
    [...(crews.get(surveyId)?.values() ?? [])]
      .filter((each) => each.device !== device && nowMs() - each.heardMs < GONE_MS)
      .map(({ heardMs: _heardMs, ...presence }) => presence);
  const sendCrews = (surveyId: string): void => {
    for (const { surveyId: watched, device, send } of watchers)
      if (watched === surveyId) send({ kind: 'crews', crews: crewsOf(surveyId, device) });
  };
  let isListening = false;
  const start = (): void => {
    if (isListening) return;
    isListening = true;
    listen(PLOTS, (payload) => {
      const [surveyId = '', plotId = '', revision = '0'] = payload.split(' ');
      for (const watcher of watchers)
        if (watcher.surveyId === surveyId) watcher.send({ kind: 'plot', plotId, revision: Number(revision) });
    });
    listen(CREWS, (payload) => {
      hear(JSON.parse(payload) as Told);
    });
  };
  const hear = ({ surveyId, device, presence }: Told): void => {
    const of = crews.get(surveyId) ?? new Map<string, Presence & { readonly heardMs: number }>();
    const before = of.get(device);
    if (presence === null) of.delete(device);
    else of.set(device, { ...presence, heardMs: nowMs() });
    if (of.size === 0) crews.delete(surveyId);
    else crews.set(surveyId, of);
    if (before?.plotId !== presence?.plotId || before?.crew !== presence?.crew) sendCrews(surveyId);
  };
  const say = (told: Told): void => {
    // Pages of this process need no way round.
    hear(told);
    // Who is there is no part of the record: what cannot be told is told the next time.
    tell(CREWS, JSON.stringify(told)).catch(() => undefined);
  };
  return {
    watch: (surveyId, visitor, address, send) => {
      const open = ofAddress.get(address) ?? 0;
      if (open >= MOST_OF_ADDRESS || watchers.size >= MOST)
        throw tooMany(t('server.too-many-pages-watch', 'Too many pages watch the surveys. Close some.'), 30);
      start();
      const device = visitor?.device ?? null;
      const watcher: Watcher = { surveyId, device, send };
      watchers.add(watcher);
      ofAddress.set(address, open + 1);
      send({ kind: 'crews', crews: crewsOf(surveyId, device) });
      const there = (): void => {
        if (visitor !== null) say({ surveyId, device: visitor.device, presence: visitor });
        sendCrews(surveyId);
      };
      there();
      const timer = setInterval(there, SAY_MS);
      return () => {
        clearInterval(timer);
        watchers.delete(watcher);
        const left = (ofAddress.get(address) ?? 1) - 1;
        if (left > 0) ofAddress.set(address, left);
        else ofAddress.delete(address);
        if (visitor !== null) say({ surveyId, device: visitor.device, presence: null });
      };
    },
  };
}
