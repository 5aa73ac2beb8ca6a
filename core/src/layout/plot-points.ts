import type { LatLon } from './place.ts';
import { message, type Text, isText } from '../message/index.ts';

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
  readonly message: Text;
}

export type ReadPlotPoints =
  | { readonly ok: true; readonly points: readonly PlotPoint[] }
  | { readonly ok: false; readonly message: Text; readonly errors: readonly PointError[] };

/** Plots that one file may hold. */
export const MOST_POINTS = 5_000;

const LABEL = /^[\p{L}\d][\p{L}\d-]{0,11}$/u;
const LABEL_NAMES = ['label', 'plot', 'name', 'id'] as const;
const STEEPEST_PCT = 150;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A property that may be left out: null then, and words where it is no number within its limits. */
function numberOf(value: unknown, name: string, low: number, high: number): number | Text | null {
  if (value === undefined || value === null || value === '') return null;
  const number = typeof value === 'string' ? Number(value.replace(',', '.')) : value;
  return typeof number === 'number' && number >= low && number <= high
    ? number
    : message('layout.its-must-be-a-number', 'its {name} must be a number from {low} to {high}', {
        name,
        low: String(low),
        high: String(high),
      });
}

const labelOf = (value: unknown): string =>
  typeof value === 'number' ? String(value) : typeof value === 'string' ? value.trim() : '';

function readPoint(value: unknown): PlotPoint | Text {
  if (!isRecord(value) || value.type !== 'Feature') return message('layout.is-not-a-feature', 'is not a Feature');
  const geometry = isRecord(value.geometry) ? value.geometry : {};
  const [longitude, latitude] = Array.isArray(geometry.coordinates) ? (geometry.coordinates as unknown[]) : [];
  if (geometry.type !== 'Point' || typeof longitude !== 'number' || typeof latitude !== 'number')
    return message('layout.is-not-a-point-with', 'is not a Point with [longitude, latitude]');
  if (!(Math.abs(longitude) <= 180 && Math.abs(latitude) <= 90))
    return message(
      'layout.is-at-use-degrees-longitude',
      'is at {longitude}, {latitude}; use degrees, longitude first',
      { longitude: String(longitude), latitude: String(latitude) },
    );
  const properties = isRecord(value.properties) ? value.properties : {};
  const label = LABEL_NAMES.map((name) => labelOf(properties[name])).find((each) => each !== '') ?? '';
  if (label === '')
    return message('layout.has-no-label-add-one', 'has no label: add one of the properties {join}', {
      join: LABEL_NAMES.join(', '),
    });
  if (!LABEL.test(label))
    return message(
      'layout.has-an-invalid-label-use',
      'has an invalid label “{slice}”: use up to 12 letters, digits and dashes',
      { slice: label.slice(0, 24) },
    );
  const slopePct = numberOf(properties.slopePct, 'slopePct', 0, STEEPEST_PCT);
  if (isText(slopePct)) return slopePct;
  const aspectDeg = numberOf(properties.aspectDeg, 'aspectDeg', 0, 360);
  if (isText(aspectDeg)) return aspectDeg;
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
  const fail = (message: Text): ReadPlotPoints => ({ ok: false, message, errors: [] });
  if (!isRecord(value) || value.type !== 'FeatureCollection' || !Array.isArray(value.features))
    return fail(message('layout.plots-must-be-a-featurecollection', 'Plots must be a FeatureCollection of points.'));
  if (value.features.length === 0)
    return fail(message('layout.there-are-no-points-in', 'There are no points in this file.'));
  if (value.features.length > MOST_POINTS)
    return fail(
      message('layout.a-file-may-have-plots', 'A file may have {mostPoints} plots at most.', {
        mostPoints: String(MOST_POINTS),
      }),
    );
  const used = new Set(taken);
  const points: PlotPoint[] = [];
  const errors: PointError[] = [];
  (value.features as unknown[]).forEach((feature, i) => {
    const read = readPoint(feature);
    const problem = isText(read)
      ? read
      : used.has(read.label)
        ? message('layout.has-the-label-which-is', 'has the label {label}, which is taken', { label: read.label })
        : null;
    if (problem !== null)
      errors.push({
        feature: i + 1,
        message: message('layout.point', 'Point {i} {problem}.', { i: String(i + 1), problem }),
      });
    else if (!isText(read)) {
      used.add(read.label);
      points.push(read);
    }
  });
  return errors.length === 0
    ? { ok: true, points }
    : {
        ok: false,
        message: message('layout.of-points-are-not-valid', '{errors} of {features} points are not valid.', {
          errors: String(errors.length),
          features: String(value.features.length),
        }),
        errors,
      };
}
