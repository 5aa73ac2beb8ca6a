import type { PersonDto, PersonView } from '../../contracts/people.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { Problem } from '../problem.ts';
import type { PeopleRepository, PersonRow } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface PeopleService {
  /** Everybody with figures of their own, by name. */
  readonly list: () => Promise<PersonView[]>;
  /** Keeps a person’s figures in place of those before. The same write again changes nothing. */
  readonly keep: (person: PersonDto) => Promise<{ readonly person: PersonView; readonly created: boolean }>;
}

const viewOf = ({ id, name, eyeHeightM, paceM, paceErrorM }: PersonRow): PersonView => ({
  id,
  name,
  eyeHeightM,
  pace: paceM === null ? null : { lengthM: paceM, standardErrorM: paceErrorM ?? 0 },
});

export const peopleService = (repository: PeopleRepository): PeopleService => ({
  list: async () => (await repository.list()).map(viewOf),
  keep: async (person) => {
    const digest = digestOf(person);
    const { id, name, eyeHeightM = null, paceM = null, paceErrorM = null } = person;
    const view = viewOf({ id, name, eyeHeightM, paceM, paceErrorM });
    try {
      await repository.insert(person, digest);
    } catch (error) {
      if (brokenConstraint(error) === null) throw error;
      if ((await repository.digest(id)) === digest) return { person: view, created: false };
      throw new Problem(
        'conflict',
        t(
          'server.this-identifier-is-already-used-person',
          'This identifier is already used for a person with other content.',
        ),
      );
    }
    return { person: view, created: true };
  },
});
