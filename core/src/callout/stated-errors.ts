import { type KitAtHand, statedError } from '../instruments/index.ts';
import { formKeysOf, measurementFormOf, readingSpecsOf, type TreeForm, withMeasurementForm } from './tree-form.ts';

/** The sheet with the ± that the crew states for its own instruments, wherever a reading has none of its own. */
export function withKitErrors(draft: TreeForm, kit: readonly KitAtHand[]): TreeForm {
  if (kit.length === 0) return draft;
  return formKeysOf(draft).reduce((sheet, part) => {
    const { methodId, entries } = measurementFormOf(sheet, part);
    const stated = Object.fromEntries(
      readingSpecsOf(sheet, part).flatMap(({ key, instrument }) => {
        const entry = entries[key];
        if (entry === undefined || entry.standardError !== undefined) return [];
        const standardError = statedError(kit, instrument, entry.unit);
        return standardError === undefined ? [] : [[key, { ...entry, standardError }]];
      }),
    );
    return withMeasurementForm(sheet, part, { methodId, entries: { ...entries, ...stated } });
  }, draft);
}
