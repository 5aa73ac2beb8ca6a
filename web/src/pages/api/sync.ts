import { SyncDto } from '../../contracts/sync.ts';
import { readBody } from '../../server/body.ts';
import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

/** Largest body, in bytes: a hundred trees with many readings. */
const LIMIT = 1024 * 1024;

export const POST = endpoint(async ({ request }) =>
  json(await services().sync.take(await readBody(request, SyncDto, LIMIT))),
);

export const ALL = otherMethods('POST');
