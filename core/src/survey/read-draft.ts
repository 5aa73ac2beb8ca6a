import type { Finding } from '../estimate/index.ts';
import type { Method, Reading } from '../method/index.ts';
import { readQuantity } from '../quantity/index.ts';
import {
  defaultUnitOf,
  measureDraftOf,
  methodOf,
  type MeasureDraft,
  type Part,
  type ReadingDefaults,
  type TreeDraft,
} from './tree-draft.ts';

export interface ReadMeasure {
  readonly method: Method;
  readonly readings: Readonly<Record<string, Reading>>;
  /** One finding per entry that cannot be read as a number with its unit. */
  readonly errors: readonly Finding[];
  /** Whether anything was typed at all. */
  readonly begun: boolean;
}

/** Reads what was typed for a method. Empty entries are simply missing. */
export function readEntries(method: Method, entries: MeasureDraft['entries'], defaults: ReadingDefaults): ReadMeasure {
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
        value: read.value,
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
        mends: [],
      });
    }
  }
  return { method, readings, errors, begun };
}

export const readMeasure = (draft: TreeDraft, part: Part, defaults: ReadingDefaults): ReadMeasure =>
  readEntries(methodOf(draft, part), measureDraftOf(draft, part).entries, defaults);
