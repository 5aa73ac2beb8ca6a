import { LOG_RULES } from '@arbolito/core/log-rules';
import { services } from '../../server/compose.ts';
import { endpoint, otherMethods, queryId } from '../../server/endpoint.ts';
import { pdf } from '../../server/print/pdf.ts';
import { isShown, speciesTablePdf } from '../../server/print/species-table.ts';
import { invalidField } from '../../server/problem.ts';
import { t } from '../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const { searchParams } = context.url;
  const survey = await services().surveys.get(queryId(context, 'survey'));
  const species = searchParams.get('species') ?? '';
  if (!survey.species.some(({ code }) => code === species))
    throw invalidField(
      '/species',
      'species-unknown',
      t('shell.choose-a-species-of-the', 'Choose a species of the survey: {join}.', {
        join: survey.species.map(({ code }) => code).join(', '),
      }),
    );
  const shown = searchParams.get('show');
  if (!isShown(shown))
    throw invalidField(
      '/show',
      'table',
      t('shell.choose-volume-or-one-of', 'Choose volume, or one of {join}.', {
        join: Object.keys(LOG_RULES).join(', '),
      }),
    );
  return pdf(await speciesTablePdf(survey, species, shown), 'species-table.pdf');
});

export const ALL = otherMethods('GET');
