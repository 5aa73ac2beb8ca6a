import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

/** Whether requests can be answered: the database answers, and its tables are those of this version. */
export const GET = endpoint(async () => {
  await services().surveys.answers();
  return json({ status: 'ready' });
});

export const ALL = otherMethods('GET');
