import { type LatLon, mapAbout } from './place.ts';

/** What is known of where a tree stands. */
export interface TreeWhereabouts {
  /** By a position of its own. */
  readonly place?: LatLon | undefined;
  /** From the centre of its plot: degrees from north, and metres on the level. */
  readonly bearingDeg?: number | undefined;
  readonly awayM?: number | undefined;
}

/**
 * Where a tree stands, in degrees: by its own position, else by bearing and distance from its plot.
 *
 * @param tree what was noted of it
 * @param plot centre of its plot; null where nobody knows it
 * @returns null where neither is known
 * @example treePlace({ bearingDeg: 90, awayM: 10 }, { latitude: 0, longitude: 0 }) // 10 m east: 0.0000898 degrees
 */
export function treePlace({ place, bearingDeg, awayM }: TreeWhereabouts, plot: LatLon | null): LatLon | null {
  if (place !== undefined) return { latitude: place.latitude, longitude: place.longitude };
  if (plot === null || bearingDeg === undefined || awayM === undefined) return null;
  const turn = (bearingDeg * Math.PI) / 180;
  return mapAbout(plot).toLatLon({ eastM: awayM * Math.sin(turn), northM: awayM * Math.cos(turn) });
}
