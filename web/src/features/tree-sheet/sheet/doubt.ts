import { evaluateForm } from '@arbolito/core/callout';
import type { CrownForm } from '@arbolito/core/protocol';
import { heightEvidence, heightNoOf, type PlacedFinding } from '@arbolito/core/tree';
import { type Scene, sceneOf } from '../../../shared/elevation/scene.ts';
import { type SheetView, type Slot, withFix } from '../store.ts';

/** What the drawing shows of the finding that stands first: the readings in doubt, and the tree as a fix would have it. */
export interface Doubt {
  /** Keys of the readings in doubt. */
  readonly readings: ReadonlySet<string>;
  /** Null where no figure can be offered. */
  readonly corrected: Scene | null;
}

const isAboutFirstHeight = ({ measure, heightNo }: PlacedFinding): boolean =>
  measure === 'height' && (heightNo ?? 1) === 1;

/** The doubt of a sheet; null where nothing about its first height is in doubt. */
export function doubtOf(view: SheetView, dismissed: ReadonlySet<string>, crown: CrownForm): Doubt | null {
  const finding = view.findings.find(
    (each) =>
      isAboutFirstHeight(each) &&
      each.severity !== 'note' &&
      each.code !== 'reading.missing' &&
      !dismissed.has(each.code),
  );
  if (finding === undefined) return null;
  const [fix] = finding.suggestedFixes;
  const named = fix?.changes.map(({ reading }) => reading) ?? [];
  const readings = new Set(named.length > 0 ? named : finding.reading === null ? [] : [finding.reading]);
  const isOffered = fix?.measure === 'height' && fix.changes.every(({ text }) => text !== '');
  if (!isOffered) return { readings, corrected: null };
  const draft = withFix(view.draft, fix, finding);
  const result = evaluateForm(draft, view.settings, { heightContext: heightEvidence(view.settings) });
  return { readings, corrected: result.height === null ? null : sceneOf(draft, result, view.settings, crown) };
}

/** Whether a reading on the sheet is in doubt. */
export const isInDoubt = (doubt: Doubt | null, slot: Slot): boolean =>
  doubt !== null && slot.measure === 'height' && heightNoOf(slot) === 1 && doubt.readings.has(slot.spec.key);
