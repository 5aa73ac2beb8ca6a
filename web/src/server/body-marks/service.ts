import type { BodyMarkDto } from '../../contracts/field-rules.ts';
import type { BodyMarkView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { Problem } from '../problem.ts';
import type { BodyMarkRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface BodyMarkService {
  /** The mark of every observer. */
  readonly list: () => Promise<BodyMarkView[]>;
  /** Keeps an observer's mark in place of the one before. The same write again changes nothing. */
  readonly keep: (mark: BodyMarkDto) => Promise<{ readonly mark: BodyMarkView; readonly created: boolean }>;
}

export const bodyMarkService = (repository: BodyMarkRepository): BodyMarkService => ({
  list: repository.list,
  keep: async (mark) => {
    const digest = digestOf(mark);
    const { id, observer, words, barefootM, bootsM } = mark;
    const view = { id, observer, words, barefootM, bootsM };
    try {
      await repository.insert(mark, digest);
    } catch (error) {
      if (brokenConstraint(error) === null) throw error;
      if ((await repository.digest(id)) === digest) return { mark: view, created: false };
      throw new Problem(
        'conflict',
        t('server.this-identifier-is-already-used', 'This identifier is already used for a mark with other content.'),
      );
    }
    return { mark: view, created: true };
  },
});
