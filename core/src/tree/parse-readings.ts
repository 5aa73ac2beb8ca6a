import type { Finding } from '../uncertainty/index.ts';
import { asMeant, type Method, type Reading } from '../measurement/index.ts';
import { readQuantity } from '../units/index.ts';
import { defaultUnitOf, isSameStation, type MeasurementForm, measurementFormOf, type MeasurementKey, methodOf, type ReadingDefaults, readingSpecsOf, type TreeForm } from './tree-form.ts';

export interface ReadMeasure {
  readonly method: Method;
  readonly readings: Readonly<Record<string, Reading>>;
  /** One finding per entry that cannot be read as a number with its unit. */
  readonly errors: readonly Finding[];
  /** Whether anything was typed at all. */
  readonly begun: boolean;
}

/** Reads what was typed for a method. Empty entries are simply missing. */
export function readEntries(
  method: Method,
  entries: MeasurementForm['entries'],
  defaults: ReadingDefaults,
): ReadMeasure {
  const readings: Record<string, Reading> = {};
  const errors: Finding[] = [];
  let begun = false;
  for (const spec of method.description.readings) {
    const entry = entries[spec.key];
    if (entry === undefined || entry.text.trim() === '') continue;
    begun = true;
    const unit = spec.units.includes(entry.unit) ? entry.unit : defaultUnitOf(spec, defaults);
    const read = readQuantity(entry.text, { unit, units: spec.units });
    if (read.ok) {
      const error = read.unit === unit ? entry.standardError : undefined;
      readings[spec.key] = {
        value: asMeant(spec, read.value, entry.text),
        unit: read.unit,
        ...(error === undefined ? {} : { standardError: error }),
      };
    } else {
      errors.push({
        code: `text.${read.code}`,
        severity: 'stop',
        reading: spec.key,
        title: `${spec.label} cannot be read`,
        message: read.message,
        suggestedFixes: [],
      });
    }
  }
  return { method, readings, errors, begun };
}

/**
 * Reads what was typed for a part. A height from one stand with the first takes over the readings of that, and is begun
 * with its own.
 */
export function readMeasure(draft: TreeForm, part: MeasurementKey, defaults: ReadingDefaults): ReadMeasure {
  const { entries } = measurementFormOf(draft, part);
  const method = methodOf(draft, part);
  if (!isSameStation(draft, part)) return readEntries(method, entries, defaults);
  const own = new Set(readingSpecsOf(draft, part).map(({ key }) => key));
  const isOwn = (key: string): boolean => own.has(key);
  const first = Object.entries(draft.height.entries).filter(([key]) => !isOwn(key));
  const mine = Object.entries(entries).filter(([key]) => isOwn(key));
  const read = readEntries(method, Object.fromEntries([...first, ...mine]), defaults);
  return { ...read, begun: mine.some(([, { text }]) => text.trim() !== '') };
}
