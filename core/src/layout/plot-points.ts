import type { LatLon } from './place.ts';

/** A plot as a file of points has it. */
export interface PlotPoint extends LatLon {
  readonly label: string;
  /** Name of the stratum that the file gives it; null where it gives none. */
  readonly stratum: string | null;
  readonly slopePct: number;
  /** Direction in which the ground falls, in degrees from north; null where the file has none. */
  readonly aspectDeg: number | null;
}

/** What is wrong with a feature of the file, from 1. */
export interface PointError {
  readonly feature: number;
  readonly message: string;
}

export type ReadPlotPoints =
  | { readonly ok: true; readonly points: readonly PlotPoint[] }
  | { readonly ok: false; readonly message: string; readonly errors: readonly PointError[] };

/** Plots that one file may hold. */
export const MOST_POINTS = 5_000;

const LABEL = /^[\p{L}\d][\p{L}\d-]{0,11}$/u;
const LABEL_NAMES = ['label', 'plot', 'name', 'id'] as const;
const STEEPEST_PCT = 150;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A property that may be left out: null then, and words where it is no number within its limits. */
function numberOf(value: unknown, name: string, low: number, high: number): number | string | null {
  if (value === undefined || value === null || value === '') return null;
  const number = typeof value === 'string' ? Number(value.replace(',', '.')) : value;
  return typeof number === 'number' && number >= low && number <= high
    ? number
    : `its ${name} must be a number from ${String(low)} to ${String(high)}`;
}

const labelOf = (value: unknown): string =>
  typeof value === 'number' ? String(value) : typeof value === 'string' ? value.trim() : '';

function readPoint(value: unknown): PlotPoint | string {
  if (!isRecord(value) || value.type !== 'Feature') return 'is not a Feature';
  const geometry = isRecord(value.geometry) ? value.geometry : {};
  const [longitude, latitude] = Array.isArray(geometry.coordinates) ? (geometry.coordinates as unknown[]) : [];
  if (geometry.type !== 'Point' || typeof longitude !== 'number' || typeof latitude !== 'number')
    return 'is not a Point with [longitude, latitude]';
  if (!(Math.abs(longitude) <= 180 && Math.abs(latitude) <= 90))
    return `lies at ${String(longitude)}, ${String(latitude)}: degrees are asked for, longitude first`;
  const properties = isRecord(value.properties) ? value.properties : {};
  const label = LABEL_NAMES.map((name) => labelOf(properties[name])).find((each) => each !== '') ?? '';
  if (label === '') return `has no label: give one of the properties ${LABEL_NAMES.join(', ')}`;
  if (!LABEL.test(label)) return `“${label.slice(0, 24)}” is no label: up to 12 letters, digits and dashes`;
  const slopePct = numberOf(properties.slopePct, 'slopePct', 0, STEEPEST_PCT);
  if (typeof slopePct === 'string') return slopePct;
  const aspectDeg = numberOf(properties.aspectDeg, 'aspectDeg', 0, 360);
  if (typeof aspectDeg === 'string') return aspectDeg;
  const { stratum } = properties;
  return {
    label,
    latitude,
    longitude,
    slopePct: slopePct ?? 0,
    aspectDeg,
    stratum: typeof stratum === 'string' && stratum.trim() !== '' ? stratum.trim() : null,
  };
}

/**
 * The plots in a GeoJSON collection of points, each with its label, all of them or what is wrong with each.
 *
 * Source: RFC 7946. Positions are [longitude, latitude] in degrees.
 *
 * @param taken labels that are in use already
 */
export function readPlotPoints(value: unknown, taken: readonly string[]): ReadPlotPoints {
  const fail = (message: string): ReadPlotPoints => ({ ok: false, message, errors: [] });
  if (!isRecord(value) || value.type !== 'FeatureCollection' || !Array.isArray(value.features))
    return fail('Plots come as a FeatureCollection of points.');
  if (value.features.length === 0) return fail('There is no point in this file.');
  if (value.features.length > MOST_POINTS) return fail(`A file holds at most ${String(MOST_POINTS)} plots.`);
  const used = new Set(taken);
  const points: PlotPoint[] = [];
  const errors: PointError[] = [];
  (value.features as unknown[]).forEach((feature, i) => {
    const read = readPoint(feature);
    const problem =
      typeof read === 'string' ? read : used.has(read.label) ? `has the label ${read.label}, which is taken` : null;
    if (problem !== null) errors.push({ feature: i + 1, message: `Point ${String(i + 1)} ${problem}.` });
    else if (typeof read !== 'string') {
      used.add(read.label);
      points.push(read);
    }
  });
  return errors.length === 0
    ? { ok: true, points }
    : {
        ok: false,
        message: `${String(errors.length)} of ${String(value.features.length)} points cannot be read.`,
        errors,
      };
}
