import type { ConflictView } from '../contracts/conflict-view.ts';
import type { ConflictDecisionDto } from '../contracts/sync.ts';
import type { Write } from './device/outbox.ts';
import { deviceId, newId, now } from './identity.ts';

const addressOf = (conflictId: string): string => `/api/conflicts/${conflictId}/decision`;

/** Which version is kept; a tree whose tag was given twice is kept under another one. */
export type VersionChoice = Pick<ConflictDecisionDto, 'keep' | 'tag'>;

/** A decision between the two versions that a person has seen. */
export function decisionWrite({ id, recordDigest }: ConflictView, choice: VersionChoice, observer: string): Write {
  const body: ConflictDecisionDto = {
    ...{ id: newId(), observer, device: deviceId(), madeAt: now(), seen: recordDigest },
    ...choice,
  };
  return { id: body.id, method: 'POST', url: addressOf(id), body };
}

/** The decision about a conflict among the writes that wait; undefined where there is none. */
export const waitingDecision = (conflictId: string, writes: readonly Write[]): VersionChoice | undefined =>
  writes.find(({ url }) => url === addressOf(conflictId))?.body as VersionChoice | undefined;
