import { isMessage } from '@arbolito/core/message';
import { say } from '../messages/text.ts';

/** JSON for a reader: every message in it as text in the language of the request. */
export const localisedJson = (body: unknown): string =>
  JSON.stringify(body, (_key, value: unknown) => (isMessage(value) ? say(value) : value));
