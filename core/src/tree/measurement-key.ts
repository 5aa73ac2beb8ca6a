import type { Measure } from '../measurement/index.ts';

/** Everything that is measured of a tree, in the order of the work. */
export const MEASURES = ['diameter', 'point', 'distance', 'height'] as const satisfies readonly Measure[];

/** What every stem has of its own. */
export const STEM_MEASURES = ['diameter', 'point'] as const satisfies readonly Measure[];
export type StemMeasure = (typeof STEM_MEASURES)[number];

export const isStemMeasure = (measure: Measure): measure is StemMeasure =>
  STEM_MEASURES.some((each) => each === measure);

/**
 * Names one measurement of a tree: a measure of one of its stems. Heights and their distances belong to the first stem,
 * and have a number of their own from the second on.
 */
export interface MeasurementKey {
  readonly measure: Measure;
  readonly stem: number;
  readonly heightNo?: number;
}

/** Number of the height that a measurement belongs to. */
export const heightNoOf = ({ heightNo = 1 }: MeasurementKey): number => heightNo;

/** The key of a height or of its distance; the first has no number. */
export const heightKey = (measure: 'distance' | 'height', heightNo: number): MeasurementKey =>
  heightNo === 1 ? { measure, stem: 1 } : { measure, stem: 1, heightNo };

export const isSameKey = (a: MeasurementKey, b: MeasurementKey): boolean =>
  a.measure === b.measure && a.stem === b.stem && heightNoOf(a) === heightNoOf(b);
