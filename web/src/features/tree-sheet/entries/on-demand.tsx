import { onDemand } from '../../../ui/feedback/on-demand.tsx';

// Pages of their own: the tree sheet must not carry them.

/** The guide to the measuring point, on a page of its own. */
export const LazyWhereToTape = onDemand(async () => ({
  default: (await import('../taping/guide/Guide.tsx')).WhereToTape,
}));

/** The tape in close-up, on a page of its own. */
export const LazyTapeReader = onDemand(async () => ({
  default: (await import('../taping/close-up/TapeReader.tsx')).TapeReader,
}));
