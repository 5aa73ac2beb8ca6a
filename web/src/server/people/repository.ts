import { desc, eq } from 'drizzle-orm';
import type { PersonDto } from '../../contracts/people.ts';
import type { Database } from '../database/connection.ts';
import { people } from '../database/schema.ts';

export type PersonRow = Pick<typeof people.$inferSelect, 'id' | 'name' | 'eyeHeightM' | 'paceM' | 'paceErrorM'>;

/** All SQL of people. Rows are only added: the latest of a name counts. */
export interface PeopleRepository {
  readonly list: () => Promise<PersonRow[]>;
  readonly digest: (id: string) => Promise<string | null>;
  readonly insert: (person: PersonDto, digest: string) => Promise<void>;
}

export const peopleRepository = (database: Database): PeopleRepository => ({
  list: () =>
    database
      .selectDistinctOn([people.name], {
        id: people.id,
        name: people.name,
        eyeHeightM: people.eyeHeightM,
        paceM: people.paceM,
        paceErrorM: people.paceErrorM,
      })
      .from(people)
      .orderBy(people.name, desc(people.recordedAt), desc(people.id)),
  digest: async (id) => {
    const [row] = await database.select({ digest: people.writeDigest }).from(people).where(eq(people.id, id));
    return row?.digest ?? null;
  },
  insert: async (person, writeDigest) => {
    await database.insert(people).values({ ...person, writeDigest });
  },
});
