import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';
import { storageState } from '../../server/storage-state.ts';

/** Whether the database answers, and whether there is room to write. */
export const GET = endpoint(async () => {
  await services().surveys.answers();
  return json({ status: 'ok', database: 'answers', storage: storageState() });
});

export const ALL = otherMethods('GET');
