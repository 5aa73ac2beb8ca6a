/** Where a tree stands, seen from one point: degrees from north, and level distance in m. */
export interface SeenTree {
  readonly bearingDeg: number;
  readonly awayM: number;
}

/**
 * Level distance and bearing from one tree to another, both seen from the same point.
 *
 * Source: law of cosines, by the differences of the coordinates.
 *
 * @param from bearing 0 to 360 degrees, distance 0 or more in m
 * @param to bearing 0 to 360 degrees, distance 0 or more in m
 * @returns distance in m; bearing from the first to the second in degrees from north, 0 where they are in one place
 * @example treeDistance({ bearingDeg: 0, awayM: 3 }, { bearingDeg: 90, awayM: 4 }).distanceM // 5
 */
export function treeDistance(
  from: SeenTree,
  to: SeenTree,
): { readonly distanceM: number; readonly bearingDeg: number } {
  const at = ({ bearingDeg, awayM }: SeenTree): readonly [number, number] => {
    const radians = (bearingDeg * Math.PI) / 180;
    return [awayM * Math.sin(radians), awayM * Math.cos(radians)];
  };
  const [east, north] = at(from);
  const [toEast, toNorth] = at(to);
  const degrees = (Math.atan2(toEast - east, toNorth - north) * 180) / Math.PI;
  return { distanceM: Math.hypot(toEast - east, toNorth - north), bearingDeg: (degrees + 360) % 360 };
}
