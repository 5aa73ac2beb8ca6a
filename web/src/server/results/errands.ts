import { FINISHED_PLOTS } from '../../computation/combine-plots.ts';
import type { Composed } from '../compose.ts';
import { optionsNamed } from './options.ts';
import type { CachedName } from './survey-result-repository.ts';

/** Something to work out of a whole survey. */
export interface Errand {
  readonly surveyId: string;
  readonly name: CachedName;
}

/** Works out what errands ask for, which keeps it. What another process works out already is kept when it is our turn. */
export function errandsIn({ alone, checks, surveys, summary }: Composed): (errand: Errand) => Promise<void> {
  const run = async ({ surveyId, name }: Errand): Promise<void> => {
    if (name === 'work-list') {
      await checks.get(surveyId);
      return;
    }
    const survey = await surveys.get(surveyId);
    const options = optionsNamed(name);
    await (options === null ? summary.basis(survey) : summary.stand(survey, { ...FINISHED_PLOTS, ...options }));
  };
  return (errand) => alone(`${errand.name} of ${errand.surveyId}`, () => run(errand));
}
