import type { AstroCookies } from 'astro';
import { SURVEY_COOKIE } from './navigation.ts';

/**
 * The survey that this device worked with last, among those that exist; undefined where there is none.
 *
 * @param surveys in the order in which they are listed
 */
export function surveyInUse<T extends { readonly id: string }>(
  cookies: Pick<AstroCookies, 'get'>,
  surveys: readonly T[],
): T | undefined {
  const used = cookies.get(SURVEY_COOKIE)?.value;
  return surveys.find(({ id }) => id === used) ?? (surveys.length === 1 ? surveys[0] : undefined);
}
