import { type KitAtHand, paceOf } from '../instruments/index.ts';
import type { HeightContext } from './evaluate-heights.ts';

/** How much the ground between observer and tree differs from the slope of the plot, as a tangent. */
const UNEVEN = 0.1;

/** What is known of how a crew measures on a plot, beside the readings of a tree. */
export function heightEvidence({
  eyeHeightM,
  slopePct,
  kit = [],
}: {
  readonly eyeHeightM: number;
  /** Slope of the plot; null where nobody knows it. */
  readonly slopePct: number | null;
  readonly kit?: readonly KitAtHand[];
}): HeightContext {
  const pace = paceOf(kit);
  return {
    eyeM: eyeHeightM,
    // Which way the ground falls is not known: the plot's slope is how far it may be from level.
    ...(slopePct === null
      ? {}
      : { slope: slopePct / 100, ground: { value: 0, standardError: Math.hypot(slopePct / 100, UNEVEN) } }),
    ...(pace === null ? {} : { paceM: pace.lengthM }),
  };
}
