/** A crew that has a plot open now. */
export interface Presence {
  readonly crew: string;
  readonly device: string;
  readonly plotId: string;
  readonly plotLabel: string;
}

/** What a page that watches a survey is told. */
export type LiveEvent =
  /** A plot was written to. */
  | { readonly kind: 'plot'; readonly plotId: string; readonly revision: number }
  /** All crews that are at work in the survey. */
  | { readonly kind: 'crews'; readonly crews: readonly Presence[] };
