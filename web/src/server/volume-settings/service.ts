import { priceListProblems } from '@arbolito/core/bucking';
import type { WoodSettings } from '@arbolito/core/protocol';
import type { StandView, WoodView } from '../../contracts/views.ts';
import type { WoodSettingsDto } from '../../contracts/wood.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { Problem } from '../problem.ts';
import type { TreeResultCache } from '../results/tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { WoodRepository } from '../surveys/volume-settings-repository.ts';
import { standOf } from './stand.ts';
import { t, say } from '../../messages/text.ts';

export interface WoodService {
  /** The stems of a survey as they can be cut in thought. */
  readonly stand: (surveyId: string) => Promise<StandView>;
  /** How a survey worked out its wood, the newest first. */
  readonly history: (surveyId: string) => Promise<WoodView[]>;
  /**
   * Settles it anew; what was settled before stays to be looked up. The same write again changes nothing.
   *
   * @throws Problem 409 where somebody has settled it meanwhile, 422 for what cannot be, each at its field
   */
  readonly settle: (
    surveyId: string,
    wood: WoodSettingsDto,
  ) => Promise<{ readonly wood: WoodView; readonly created: boolean }>;
}

/** @throws Problem 422 naming every field */
function refuseImpossible({ prices, species }: WoodSettingsDto, known: readonly { readonly code: string }[]): void {
  const errors = [
    ...(prices === null ? [] : priceListProblems(prices)).map(({ path, message }) => ({
      pointer: `/prices/${path.join('/')}`,
      code: 'price-list',
      detail: message,
    })),
    ...species.flatMap(({ speciesCode }, i) =>
      known.some(({ code }) => code === speciesCode)
        ? []
        : [
            {
              pointer: `/species/${i}/speciesCode`,
              code: 'species-unknown',
              detail: t('server.the-survey-has-no-species', 'The survey has no species {speciesCode}. It has {join}.', {
                speciesCode,
                join: known.map(({ code }) => code).join(', '),
              }),
            },
          ],
    ),
  ];
  const [first] = errors;
  if (first !== undefined)
    throw new Problem('invalid', say(first.detail), {
      errors: errors.map((each) => ({ ...each, detail: say(each.detail) })),
    });
}

/** The settings as plain data, without who wrote them. */
const settingsOf = ({
  species,
  stumpM,
  topCm,
  prices,
  logs,
  upperDiametersCount,
  diameterMethod,
}: WoodSettingsDto): WoodSettings => ({
  species: species.map(({ speciesCode, volume, barkRatio, biomassGroup }) => ({
    speciesCode,
    barkRatio,
    ...(volume === undefined ? {} : { volume }),
    ...(biomassGroup === undefined ? {} : { biomassGroup }),
  })),
  stumpM,
  topCm,
  prices,
  ...(logs === undefined ? {} : { logs: { ...logs } }),
  ...(upperDiametersCount === true ? { upperDiametersCount } : {}),
  ...(diameterMethod === undefined ? {} : { diameterMethod }),
});

interface Dependencies {
  readonly repository: WoodRepository;
  readonly surveys: SurveyQueries;
  readonly plots: PlotQueries;
  readonly figures: TreeResultCache;
}

export function woodService({ repository, surveys, plots, figures }: Dependencies): WoodService {
  const history = async (surveyId: string): Promise<WoodView[]> =>
    (await repository.ofSurvey(surveyId)).map(({ id, observer, madeAt, settings }) => ({
      ...settings,
      id,
      observer,
      madeAt: new Date(madeAt).toISOString(),
    }));
  return {
    stand: (surveyId) => standOf({ surveys, plots, figures }, surveyId),
    history: async (surveyId) => {
      await surveys.get(surveyId);
      return history(surveyId);
    },
    settle: async (surveyId, wood) => {
      const survey = await surveys.get(surveyId);
      refuseImpossible(wood, survey.species);
      const { id, observer, device, madeAt, replaces = null } = wood;
      const settings = settingsOf(wood);
      const view = { ...settings, id, observer, madeAt: new Date(madeAt).toISOString() };
      const writeDigest = digestOf({ surveyId, ...wood });
      try {
        await repository.insert({ id, surveyId, replaces, settings, madeAt, observer, device, writeDigest });
      } catch (error) {
        const constraint = brokenConstraint(error);
        if (constraint === null) throw error;
        if ((await repository.find(id))?.writeDigest === writeDigest) return { wood: view, created: false };
        throw new Problem(
          'conflict',
          constraint === 'wood_setting_once' || constraint === 'wood_setting_before'
            ? t(
                'server.another-person-changed-these-settings',
                'Another person changed these settings meanwhile. Review them and change them again.',
              )
            : t(
                'server.this-identifier-is-already-used-9',
                'This identifier is already used for settings with other content.',
              ),
        );
      }
      return { wood: view, created: true };
    },
  };
}
