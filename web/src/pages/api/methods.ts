import { METHODS } from '@arbolito/core/methods';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

/** What every method needs, as data: for forms and scripts. */
export const GET = endpoint(() => json(METHODS.map(({ description }) => description)));

export const ALL = otherMethods('GET');
