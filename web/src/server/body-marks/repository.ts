import type { BodyMark } from '@arbolito/core/protocol';
import { desc, eq } from 'drizzle-orm';
import type { BodyMarkDto } from '../../contracts/field-rules.ts';
import type { Database } from '../database/connection.ts';
import { bodyMarks } from '../database/schema.ts';

export interface BodyMarkRecord extends BodyMark {
  readonly id: string;
  readonly observer: string;
}

/** All SQL of body marks. Rows are only added: the latest of an observer counts. */
export interface BodyMarkRepository {
  readonly list: () => Promise<BodyMarkRecord[]>;
  readonly digest: (id: string) => Promise<string | null>;
  readonly insert: (mark: BodyMarkDto, digest: string) => Promise<void>;
}

export const bodyMarkRepository = (database: Database): BodyMarkRepository => ({
  list: () =>
    database
      .selectDistinctOn([bodyMarks.observer], {
        id: bodyMarks.id,
        observer: bodyMarks.observer,
        words: bodyMarks.words,
        barefootM: bodyMarks.barefootM,
        bootsM: bodyMarks.bootsM,
      })
      .from(bodyMarks)
      .orderBy(bodyMarks.observer, desc(bodyMarks.recordedAt), desc(bodyMarks.id)),
  digest: async (id) => {
    const [row] = await database.select({ digest: bodyMarks.writeDigest }).from(bodyMarks).where(eq(bodyMarks.id, id));
    return row?.digest ?? null;
  },
  insert: async (mark, writeDigest) => {
    await database.insert(bodyMarks).values({ ...mark, writeDigest });
  },
});
