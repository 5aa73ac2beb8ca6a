import type { LatLon } from './place.ts';

/** Outlines in degrees: each an outer ring with its holes, a ring without its repeated last point. */
export type GroundOutline = readonly (readonly LatLon[])[];

export type ReadOutline =
  { readonly ok: true; readonly outlines: readonly GroundOutline[] } | { readonly ok: false; readonly message: string };

const fail = (message: string): ReadOutline => ({ ok: false, message });

/** Most corners that an outline may have. */
export const MOST_CORNERS = 20_000;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function readRing(value: unknown, where: string): readonly LatLon[] | string {
  if (!Array.isArray(value) || value.length < 4)
    return `${where} needs four positions or more, the last the same as the first.`;
  const ring: LatLon[] = [];
  for (const [i, position] of value.entries()) {
    const [longitude, latitude] = Array.isArray(position) ? (position as unknown[]) : [];
    if (typeof longitude !== 'number' || typeof latitude !== 'number')
      return `Position ${String(i + 1)} of ${where} is not [longitude, latitude].`;
    if (!(Math.abs(longitude) <= 180 && Math.abs(latitude) <= 90))
      return `Position ${String(i + 1)} of ${where} is ${String(longitude)}, ${String(latitude)}: degrees are asked for, longitude first. Metres of a map grid must be converted.`;
    ring.push({ latitude, longitude });
  }
  const [first] = ring;
  const last = ring.at(-1);
  if (first?.latitude !== last?.latitude || first?.longitude !== last?.longitude)
    return `${where} is not closed: its last position must be the same as its first.`;
  return ring.slice(0, -1);
}

/** Polygons of a geometry, with their paths for messages. */
function polygonsOf(value: unknown): readonly unknown[] | string {
  if (!isRecord(value)) return 'This is not a GeoJSON object.';
  switch (value.type) {
    case 'Polygon':
      return [value.coordinates];
    case 'MultiPolygon':
      return Array.isArray(value.coordinates) ? value.coordinates : 'A MultiPolygon needs its coordinates.';
    case 'Feature':
      return polygonsOf(value.geometry);
    case 'FeatureCollection':
    case 'GeometryCollection': {
      const list = value.type === 'FeatureCollection' ? value.features : value.geometries;
      if (!Array.isArray(list)) return `A ${value.type} needs its list.`;
      const found: unknown[] = [];
      for (const each of list) {
        const polygons = polygonsOf(each);
        if (typeof polygons === 'string') return polygons;
        found.push(...polygons);
      }
      return found;
    }
    default:
      return `An outline is a Polygon or a MultiPolygon, not a ${typeof value.type === 'string' ? value.type.slice(0, 30) : 'thing without a type'}.`;
  }
}

/**
 * The outlines in a GeoJSON object: polygons, alone or in features and collections.
 *
 * Source: RFC 7946. Positions are [longitude, latitude] in degrees.
 */
export function readOutlines(value: unknown): ReadOutline {
  const polygons = polygonsOf(value);
  if (typeof polygons === 'string') return fail(polygons);
  if (polygons.length === 0) return fail('There is no polygon in this file.');
  const outlines: GroundOutline[] = [];
  let corners = 0;
  for (const [i, polygon] of polygons.entries()) {
    if (!Array.isArray(polygon) || polygon.length === 0) return fail(`Polygon ${String(i + 1)} has no ring.`);
    const rings: (readonly LatLon[])[] = [];
    for (const [j, value_] of (polygon as unknown[]).entries()) {
      const ring = readRing(
        value_,
        j === 0 ? `polygon ${String(i + 1)}` : `hole ${String(j)} of polygon ${String(i + 1)}`,
      );
      if (typeof ring === 'string') return fail(`${ring.slice(0, 1).toUpperCase()}${ring.slice(1)}`);
      corners += ring.length;
      rings.push(ring);
    }
    outlines.push(rings);
  }
  if (corners > MOST_CORNERS) return fail(`The outline has more than ${String(MOST_CORNERS)} corners: simplify it.`);
  return { ok: true, outlines };
}

/** Outlines as the coordinates of a MultiPolygon. */
export const outlineGeometry = (outlines: readonly GroundOutline[]) => ({
  type: 'MultiPolygon' as const,
  coordinates: outlines.map((rings) =>
    rings.map((ring) => [...ring, ...ring.slice(0, 1)].map(({ longitude, latitude }) => [longitude, latitude])),
  ),
});
