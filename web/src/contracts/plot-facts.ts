import { canonicalText, type TreeFacts } from '@arbolito/core/tree';
import type { PlotCorrectionDto } from './tree.ts';

/** What of a plot can be corrected. */
export type PlotChange = Omit<PlotCorrectionDto, 'id' | 'observer' | 'device' | 'madeAt' | 'seen'>;
/** The same on the record, where nothing is null. */
export type PlotFields = { readonly [Field in keyof PlotChange]?: PlotChange[Field] | null };

/** Facts of a plot by name, as texts that are equal where the facts are. */
export type PlotFacts = TreeFacts;

/** Latitude and longitude are one position: of two people's positions no third one is made. */
export const plotFactOf = (field: string): string =>
  field === 'latitude' || field === 'longitude' ? 'position' : field;

/**
 * What is said of a plot, by name.
 *
 * @example plotFacts({ finished: true, latitude: 47.1, longitude: 8.2 }) // { finished: 'true', position: '…' }
 */
export function plotFacts(fields: PlotFields): PlotFacts {
  const texts: Record<string, string> = {};
  for (const [field, value] of Object.entries<unknown>(fields).sort(([a], [b]) => (a < b ? -1 : 1))) {
    if (value === undefined || value === null) continue;
    const name = plotFactOf(field);
    texts[name] = `${texts[name] ?? ''}${canonicalText(value)}`;
  }
  return texts;
}

/** What a correction finds: the facts that it changes, as they were before. */
export function seenPlotFacts(before: PlotFields, change: PlotChange): PlotFacts {
  const was = plotFacts(before);
  return Object.fromEntries(Object.keys(plotFacts(change)).map((name) => [name, was[name] ?? '']));
}
