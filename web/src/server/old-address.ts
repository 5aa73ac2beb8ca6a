import type { APIRoute } from 'astro';

/** Sends pages of an address that has a new name there for good, with everything behind it. */
export const movedTo =
  (from: string, to: string): APIRoute =>
  ({ url, redirect }) =>
    redirect(`${to}${url.pathname.slice(from.length)}${url.search}`, 301);
