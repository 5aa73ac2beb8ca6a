import { type LatLon, mapAbout } from '@arbolito/core/layout';
import { scaleBarLength } from '../ui/drawing/scale-bar.ts';

const EDGE_PX = 18;
/** Keeps scale bar and north arrow clear of the ground. */
const FOOT_PX = 40;

export interface MapFrame {
  /** Pixels from the top left corner. */
  readonly place: (at: LatLon) => { readonly x: number; readonly y: number };
  /** The place of a pixel. */
  readonly at: (x: number, y: number) => LatLon;
  readonly scaleBar: { readonly metres: number; readonly px: number };
}

/**
 * A map in a frame, north up and to scale, that holds all points; null without a point.
 *
 * @param frame width and height in pixels
 * @param leastM width and height of ground that is shown at least, m
 */
export function mapFrame(
  points: readonly LatLon[],
  frame: { readonly width: number; readonly height: number },
  leastM = 1,
): MapFrame | null {
  const [origin] = points;
  if (origin === undefined) return null;
  const { toMap, toLatLon } = mapAbout(origin);
  const mapped = points.map(toMap);
  const span = (of: readonly number[]): readonly [number, number] =>
    of.reduce<readonly [number, number]>(
      ([low, high], each) => [Math.min(low, each), Math.max(high, each)],
      [Infinity, -Infinity],
    );
  const [left, right] = span(mapped.map(({ eastM }) => eastM));
  const [bottom, top] = span(mapped.map(({ northM }) => northM));
  const widthM = Math.max(leastM, right - left);
  const heightM = Math.max(leastM, top - bottom);
  const scale = Math.min((frame.width - 2 * EDGE_PX) / widthM, (frame.height - EDGE_PX - FOOT_PX) / heightM);
  // What is less than the frame lies in its middle.
  const westM = (left + right - widthM) / 2;
  const northmostM = (top + bottom + heightM) / 2;
  const offset = (frame.width - widthM * scale) / 2;
  const head = EDGE_PX + (frame.height - EDGE_PX - FOOT_PX - heightM * scale) / 2;
  const metres = scaleBarLength(frame.width / 3 / scale);
  return {
    place: (at) => {
      const { eastM, northM } = toMap(at);
      return { x: offset + (eastM - westM) * scale, y: head + (northmostM - northM) * scale };
    },
    at: (x, y) => toLatLon({ eastM: westM + (x - offset) / scale, northM: northmostM - (y - head) / scale }),
    scaleBar: { metres, px: metres * scale },
  };
}
