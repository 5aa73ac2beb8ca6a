import type { ActDto } from '../../contracts/tree.ts';
import { digestOf } from '../digest.ts';
import { Problem } from '../problem.ts';
import type { CorrectionRecord, CorrectionRepository, NewCorrection } from './repository.ts';
import { t } from '../../messages/text.ts';

/** What a correction changes, from what to what. */
export type Change = Pick<CorrectionRecord, 'kind' | 'undoes' | 'subject' | 'subjectId' | 'before' | 'after'>;

export const sameState = (a: unknown, b: unknown): boolean => digestOf(a) === digestOf(b);

/**
 * Whether this very correction is on the record already.
 *
 * @throws Problem 409 where its identifier belongs to a correction with other content
 */
export async function isRecorded(
  corrections: Pick<CorrectionRepository, 'find'>,
  id: string,
  digest: string,
): Promise<boolean> {
  const known = await corrections.find(id);
  if (known === null) return false;
  if (known.writeDigest === digest) return true;
  throw new Problem(
    'conflict',
    t(
      'server.this-identifier-is-already-used-2',
      'This identifier is already used for a correction with other content.',
    ),
  );
}

/** A correction as it is stored: who changed what, when, from what to what. */
export const newCorrection = (
  { id, observer, device, madeAt }: ActDto,
  writeDigest: string,
  change: Change,
): NewCorrection => ({ id, observer, device, madeAt, writeDigest, ...change });

/** A change of a survey as it is stored, from what to what. */
export const surveyChange = (
  act: ActDto,
  writeDigest: string,
  surveyId: string,
  { before, after }: Pick<Change, 'before' | 'after'>,
): NewCorrection =>
  newCorrection(act, writeDigest, {
    kind: 'change',
    undoes: null,
    subject: 'survey',
    subjectId: surveyId,
    before,
    after,
  });
