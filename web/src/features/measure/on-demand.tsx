import { lazy } from 'react';
import { Late } from '../../ui/Late.tsx';

// Pages of their own: the tree sheet must not carry them.
const LateGuide = lazy(async () => ({ default: (await import('./where-to-tape/Guide.tsx')).WhereToTape }));
const LateReader = lazy(async () => ({ default: (await import('./tape-close-up/TapeReader.tsx')).TapeReader }));

/** The guide to where the tape goes, by itself. */
export const WhereToTape = () => (
  <Late>
    <LateGuide />
  </Late>
);

/** The tape close up, by itself. */
export const TapeReader = () => (
  <Late>
    <LateReader />
  </Late>
);
