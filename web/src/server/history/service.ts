import type { ActDto } from '../../contracts/tree.ts';
import type { CorrectionView } from '../../contracts/views.ts';
import { notFound, Problem } from '../problem.ts';
import type { CorrectionRecord, CorrectionRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

/** Brings the subject of a correction back to what it was before. */
export type Undo = (correction: CorrectionRecord, act: ActDto) => Promise<void>;

export interface HistoryService {
  /** The corrections of a tree, a plot or a survey, the oldest first. */
  readonly ofSubject: (subjectId: string) => Promise<CorrectionView[]>;
  /** What a correction is about. @throws Problem 404 */
  readonly subjectOf: (correctionId: string) => Promise<Pick<CorrectionView, 'subject' | 'subjectId'>>;
  /**
   * Undoes a correction, as a correction of its own. Only the last one of its subject can be undone.
   *
   * @throws Problem 404 for an unknown correction, 409 where the subject has changed since
   */
  readonly undo: (correctionId: string, act: ActDto) => Promise<Pick<CorrectionView, 'subject' | 'subjectId'>>;
}

const correctionView = ({
  writeDigest: _digest,
  recordedAt: _recordedAt,
  ...correction
}: CorrectionRecord): CorrectionView => ({ ...correction, madeAt: new Date(correction.madeAt).toISOString() });

export const historyService = (
  corrections: CorrectionRepository,
  undoOf: { readonly tree: Undo; readonly plot: Undo },
): HistoryService => ({
  subjectOf: async (correctionId) => {
    const correction = await corrections.find(correctionId);
    if (correction === null) throw notFound(t('server.this-correction', 'This correction'));
    return { subject: correction.subject, subjectId: correction.subjectId };
  },
  ofSubject: async (subjectId) => (await corrections.listOfSubject(subjectId)).map(correctionView),
  undo: async (correctionId, act) => {
    const correction = await corrections.find(correctionId);
    if (correction === null) throw notFound(t('server.this-correction', 'This correction'));
    if (correction.kind === 'undo')
      throw new Problem(
        'conflict',
        t('server.an-undo-cannot-be-undone', 'An undo cannot be undone. Make the change again.'),
      );
    const { subject, subjectId } = correction;
    if (subject === 'survey')
      throw new Problem(
        'conflict',
        t('server.changes-of-a-survey-cannot', 'Changes of a survey cannot be undone. Make the change again.'),
      );
    await undoOf[subject](correction, act);
    return { subject, subjectId };
  },
});
