/**
 * Pages that help without a survey: they are kept as soon as the application is on the device, whether anybody has opened them
 * or not.
 */
export const PAGES_KEPT: readonly string[] = [
  '/offline',
  '/',
  '/measure',
  '/measure/tools',
  '/measure/where-to-tape',
  '/measure/tape-close-up',
  '/notebook',
  '/tally',
  '/surveys',
  '/surveys/kit',
  '/surveys/stand-off',
  '/surveys/fall-reach',
  '/surveys/who-is-in',
  '/results',
  '/results/board-feet',
  '/results/log',
  '/help',
  '/help/call-out',
  '/help/errors',
  '/help/glossary',
  '/help/keys',
  '/help/numbers',
  '/help/safety',
  '/device',
  '/device/results',
  '/phone',
];

/** What a page asks of the service worker. */
export type WorkerRequest =
  | { readonly type: 'SKIP_WAITING' }
  /** Keep these pages, or keep them anew; the answer comes through the port of the message. */
  | { readonly type: 'KEEP_PAGES'; readonly urls: readonly string[] };

/** How far the keeping of pages is. */
export interface KeptSoFar {
  readonly done: number;
  readonly failed: readonly string[];
  readonly all: number;
  /** Of the pages themselves, without scripts and charts. */
  readonly bytes: number;
}
