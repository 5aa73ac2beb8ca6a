import { v5 as uuidFromName } from 'uuid';
import type { ConflictKind } from '../../contracts/conflict-view.ts';
import type { WrittenDto } from '../../contracts/written.ts';
import type { ConflictRepository } from './repository.ts';

/** The fact that stands for a whole tree: one that was deleted, or that is not on the record yet. */
export const WHOLE_TREE = 'tree';

/** What meets another change. */
export interface Disputed {
  readonly kind: ConflictKind;
  readonly surveyId: string;
  readonly plotId: string;
  readonly subjectId: string;
  readonly fact: string;
  /** What the change found, as a text. */
  readonly seen: string | undefined;
  /** What it makes of the fact, as a text. */
  readonly factText: string;
  /** The change as it was sent. */
  readonly change: WrittenDto;
  readonly madeAt: string;
}

/**
 * Keeps a change for a person to decide. Where it goes on from a change that waits already, it takes its place: the device did
 * not know that the first one was disputed.
 */
export async function openConflict(conflicts: ConflictRepository, disputed: Disputed): Promise<void> {
  const { kind, surveyId, plotId, subjectId, fact, seen, factText, change, madeAt } = disputed;
  const by = { observer: change.observer, device: change.device, madeAt };
  const before = (await conflicts.listOpenOf(subjectId)).find(
    (open) =>
      open.kind === kind &&
      open.fact === fact &&
      open.device === change.device &&
      (fact === WHOLE_TREE || open.factText === seen),
  );
  if (before !== undefined) {
    await conflicts.setChange(before.id, { change, factText, ...by });
    return;
  }
  // The same change again opens the same conflict.
  const id = uuidFromName(fact, change.id);
  await conflicts.insert({ id, kind, surveyId, plotId, subjectId, fact, change, factText, ...by });
}
