import type { WoodSettings } from '@arbolito/core/protocol';
import type { SurveyView } from '../../contracts/views.ts';
import type { Services } from '../compose.ts';
import { isUuid } from '../endpoint.ts';
import { notFound } from '../problem.ts';
import { t } from '../../messages/text.ts';

/** A survey that something fitted can be kept for, and the settings that it would take the place of. */
interface KeepingSurvey extends Pick<SurveyView, 'id' | 'name' | 'crew' | 'breastHeightM' | 'species'> {
  readonly wood: WoodSettings;
  readonly woodId: string | null;
}

/**
 * The survey that an address names, null where it names none.
 *
 * @throws Problem 404 for one that does not exist
 */
export async function keepingSurvey({ surveys, wood }: Services, url: URL): Promise<KeepingSurvey | null> {
  const asked = url.searchParams.get('survey');
  if (asked === null) return null;
  if (!isUuid(asked)) throw notFound(t('server.this-survey', 'This survey'));
  const { id, name, crew, breastHeightM, species, wood: settled } = await surveys.get(asked);
  const [newest] = await wood.history(id);
  return { id, name, crew, breastHeightM, species, wood: settled, woodId: newest?.id ?? null };
}
