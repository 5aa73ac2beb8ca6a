/// <reference path="../.astro/types.d.ts" />

declare module 'virtual:core-digest' {
  /** Digest of the sources of core that this build was made from. */
  export const coreDigest: string;
}
