import type { ActDto } from '../../contracts/tree.ts';
import { digestOf } from '../digest.ts';
import { Problem } from '../problem.ts';
import type { TreeRepository } from './repository.ts';

export const sameState = (a: unknown, b: unknown): boolean => digestOf(a) === digestOf(b);

/** Whether this very correction has been made; another one under its identifier is refused. */
export const alreadyMade = async (repository: TreeRepository, id: string, digest: string): Promise<boolean> => {
  const known = await repository.findCorrection(id);
  if (known === null) return false;
  if (known.writeDigest === digest) return true;
  throw new Problem('conflict', 'A correction with this identifier is on the record already, with other content.');
};
/** A correction as it is kept: what was before, and what is after. */
export const correctionRow = (
  act: ActDto,
  writeDigest: string,
  rest: {
    kind: 'change' | 'delete' | 'undo';
    undoes: string | null;
    subject: 'tree' | 'plot';
    subjectId: string;
    before: unknown;
    after: unknown;
  },
) => ({ id: act.id, observer: act.observer, device: act.device, madeAt: act.madeAt, writeDigest, ...rest });
