import type { LatLon } from './place.ts';
import { message, type Text, isText } from '../message/index.ts';

/** Outlines in degrees: each an outer ring with its holes, a ring without its repeated last point. */
export type GroundOutline = readonly (readonly LatLon[])[];

export type ReadOutline =
  { readonly ok: true; readonly outlines: readonly GroundOutline[] } | { readonly ok: false; readonly message: Text };

const fail = (message: Text): ReadOutline => ({ ok: false, message });

/** Most corners that an outline may have. */
export const MOST_CORNERS = 20_000;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function readRing(value: unknown, where: Text): readonly LatLon[] | Text {
  if (!Array.isArray(value) || value.length < 4)
    return message(
      'layout.needs-at-least-four-positions',
      '{Where} needs at least four positions, the last the same as the first.',
      { Where: where },
    );
  const ring: LatLon[] = [];
  for (const [i, position] of value.entries()) {
    const [longitude, latitude] = Array.isArray(position) ? (position as unknown[]) : [];
    if (typeof longitude !== 'number' || typeof latitude !== 'number')
      return message('layout.position-of-is-not-longitude', 'Position {i} of {where} is not [longitude, latitude].', {
        i: String(i + 1),
        where,
      });
    if (!(Math.abs(longitude) <= 180 && Math.abs(latitude) <= 90))
      return message(
        'layout.position-of-is-use-degrees',
        'Position {i} of {where} is {longitude}, {latitude}. Use degrees, longitude first. Convert the metres of a map grid.',
        { i: String(i + 1), where, longitude: String(longitude), latitude: String(latitude) },
      );
    ring.push({ latitude, longitude });
  }
  const [first] = ring;
  const last = ring.at(-1);
  if (first?.latitude !== last?.latitude || first?.longitude !== last?.longitude)
    return message('layout.is-not-closed-its-last', '{Where} is not closed: its last position must equal its first.', {
      Where: where,
    });
  return ring.slice(0, -1);
}

/** Polygons of a geometry, with their paths for messages. */
function polygonsOf(value: unknown): readonly unknown[] | Text {
  if (!isRecord(value)) return message('layout.this-is-not-a-geojson', 'This is not a GeoJSON object.');
  switch (value.type) {
    case 'Polygon':
      return [value.coordinates];
    case 'MultiPolygon':
      return Array.isArray(value.coordinates)
        ? value.coordinates
        : message('layout.a-multipolygon-needs-coordinates', 'A MultiPolygon needs coordinates.');
    case 'Feature':
      return polygonsOf(value.geometry);
    case 'FeatureCollection':
    case 'GeometryCollection': {
      const list = value.type === 'FeatureCollection' ? value.features : value.geometries;
      if (!Array.isArray(list))
        return message('layout.a-needs-its-list', 'A {type} needs its list.', { type: value.type });
      const found: unknown[] = [];
      for (const each of list) {
        const polygons = polygonsOf(each);
        if (isText(polygons)) return polygons;
        found.push(...polygons);
      }
      return found;
    }
    default:
      return message('layout.an-outline-must-be-a', 'An outline must be a Polygon or a MultiPolygon, not a {value}.', {
        value:
          typeof value.type === 'string'
            ? value.type.slice(0, 30)
            : message('layout.object-without-type', 'object without type'),
      });
  }
}

/**
 * The outlines in a GeoJSON object: polygons, alone or in features and collections.
 *
 * Source: RFC 7946. Positions are [longitude, latitude] in degrees.
 */
export function readOutlines(value: unknown): ReadOutline {
  const polygons = polygonsOf(value);
  if (isText(polygons)) return fail(polygons);
  if (polygons.length === 0) return fail(message('layout.there-is-no-polygon-in', 'There is no polygon in this file.'));
  const outlines: GroundOutline[] = [];
  let corners = 0;
  for (const [i, polygon] of polygons.entries()) {
    if (!Array.isArray(polygon) || polygon.length === 0)
      return fail(message('layout.polygon-has-no-ring', 'Polygon {i} has no ring.', { i: String(i + 1) }));
    const rings: (readonly LatLon[])[] = [];
    for (const [j, value_] of (polygon as unknown[]).entries()) {
      const ring = readRing(
        value_,
        j === 0
          ? message('layout.polygon', 'polygon {i}', { i: String(i + 1) })
          : message('layout.hole-of-polygon', 'hole {j} of polygon {i}', { j: String(j), i: String(i + 1) }),
      );
      if (isText(ring)) return fail(ring);
      corners += ring.length;
      rings.push(ring);
    }
    outlines.push(rings);
  }
  if (corners > MOST_CORNERS)
    return fail(
      message('layout.the-outline-has-more-than', 'The outline has more than {mostCorners} corners: simplify it.', {
        mostCorners: String(MOST_CORNERS),
      }),
    );
  return { ok: true, outlines };
}

/** Outlines as the coordinates of a MultiPolygon. */
export const outlineGeometry = (outlines: readonly GroundOutline[]) => ({
  type: 'MultiPolygon' as const,
  coordinates: outlines.map((rings) =>
    rings.map((ring) => [...ring, ...ring.slice(0, 1)].map(({ longitude, latitude }) => [longitude, latitude])),
  ),
});
