import type { Method, ReadingValue } from '../measurement/index.ts';
import type { Finding } from '../uncertainty/index.ts';
import { heightNoOf, isSameKey, type MeasurementKey } from './measurement-key.ts';
import { diagnoseTries, meanOfTries } from './tries.ts';
import { askedReadings, type Measurement, measurementOf, methodOfMeasurement, type TreeRecord } from './tree-record.ts';

/** Text of a form that is no number with a unit, with the measurement that it was typed for. */
export interface UnreadText {
  readonly key: MeasurementKey;
  readonly finding: Finding;
}

/** The readings of one measurement as its method takes them. */
export interface Measured {
  readonly method: Method;
  readonly readings: Readonly<Record<string, ReadingValue>>;
  /** Text that cannot be read. */
  readonly errors: readonly Finding[];
  /** What several tries of a reading say of each other. */
  readonly tries: readonly Finding[];
  /** Whether anything was read or typed at all. */
  readonly begun: boolean;
}

/** What each reading comes to by its tries, in the order of the method. */
const valuesOf = (measurement: Measurement | undefined, { description }: Method): [string, ReadingValue][] =>
  description.readings.flatMap((spec) => {
    const mean = meanOfTries(spec, measurement?.readings[spec.key] ?? []);
    return mean === undefined ? [] : [[spec.key, mean]];
  });

/** What several tries of its own readings say of each other. */
const triesOf = (measurement: Measurement | undefined, { description }: Method, own?: ReadonlySet<string>): Finding[] =>
  description.readings.flatMap((spec) =>
    own === undefined || own.has(spec.key)
      ? diagnoseTries(description.measure, spec, measurement?.readings[spec.key] ?? [])
      : [],
  );

/**
 * The readings of a measurement. A height from the same station takes over the readings of the first, and is begun with its
 * own.
 *
 * @param unread text that was typed for the tree and cannot be read
 */
export function measured(tree: TreeRecord, key: MeasurementKey, unread: readonly UnreadText[] = []): Measured {
  const own = measurementOf(tree, key);
  const errorsOf = (of: MeasurementKey): readonly Finding[] =>
    unread.flatMap((each) => (isSameKey(each.key, of) ? [each.finding] : []));
  const height = tree.heights.find(({ heightNo }) => heightNo === heightNoOf(key));
  if (key.measure !== 'height' || height?.sameStation !== true) {
    const method = methodOfMeasurement(own, key.measure);
    const readings = valuesOf(own, method);
    const errors = errorsOf(key);
    return {
      method,
      readings: Object.fromEntries(readings),
      errors,
      tries: triesOf(own, method),
      begun: readings.length + errors.length > 0,
    };
  }
  const first: MeasurementKey = { measure: 'height', stem: 1 };
  const method = methodOfMeasurement(measurementOf(tree, first), 'height');
  const mine = new Set(askedReadings(method, { sameStation: true, hasDistance: false }).map((spec) => spec.key));
  const shared = valuesOf(measurementOf(tree, first), method).filter(([reading]) => !mine.has(reading));
  const readings = valuesOf(own, method).filter(([reading]) => mine.has(reading));
  const errors = errorsOf(key);
  return {
    method,
    readings: Object.fromEntries([...shared, ...readings]),
    tries: triesOf(own, method, mine),
    errors: [...errorsOf(first).filter(({ reading }) => reading === null || !mine.has(reading)), ...errors],
    begun: readings.length + errors.length > 0,
  };
}
