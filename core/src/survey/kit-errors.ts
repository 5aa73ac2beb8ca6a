import { statedError, type KitAtHand } from '../kit/index.ts';
import { measureDraftOf, partsOf, specsOf, withMeasureDraft, type TreeDraft } from './tree-draft.ts';

/** The sheet with the ± that the crew states for its own instruments, wherever a reading has none of its own. */
export function withKitErrors(draft: TreeDraft, kit: readonly KitAtHand[]): TreeDraft {
  if (kit.length === 0) return draft;
  return partsOf(draft).reduce((sheet, part) => {
    const { methodId, entries } = measureDraftOf(sheet, part);
    const stated = Object.fromEntries(
      specsOf(sheet, part).flatMap(({ key, instrument }) => {
        const entry = entries[key];
        if (entry === undefined || entry.standardError !== undefined) return [];
        const standardError = statedError(kit, instrument, entry.unit);
        return standardError === undefined ? [] : [[key, { ...entry, standardError }]];
      }),
    );
    return withMeasureDraft(sheet, part, { methodId, entries: { ...entries, ...stated } });
  }, draft);
}
