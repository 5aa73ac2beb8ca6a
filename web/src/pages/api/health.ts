import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

export const GET = endpoint(async () => {
  await services().surveys.answers();
  return json({ status: 'ok', database: 'answers' });
});

export const ALL = otherMethods('GET');
