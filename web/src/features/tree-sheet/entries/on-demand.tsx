import { lazy } from 'react';
import { LazyBoundary } from '../../../ui/feedback/LazyBoundary.tsx';

// Pages of their own: the tree sheet must not carry them.
const LateGuide = lazy(async () => ({ default: (await import('../taping/guide/Guide.tsx')).WhereToTape }));
const LateReader = lazy(async () => ({ default: (await import('../taping/close-up/TapeReader.tsx')).TapeReader }));

/** The guide to where the tape goes, by itself. */
export const LazyWhereToTape = () => (
  <LazyBoundary>
    <LateGuide />
  </LazyBoundary>
);

/** The tape close up, by itself. */
export const LazyTapeReader = () => (
  <LazyBoundary>
    <LateReader />
  </LazyBoundary>
);
