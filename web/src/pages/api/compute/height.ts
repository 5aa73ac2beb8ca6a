import { ComputeDto } from '../../../contracts/tree.ts';
import { readBody } from '../../../server/body.ts';
import { computeService } from '../../../server/compute/service.ts';
import { endpoint, json, otherMethods } from '../../../server/endpoint.ts';

export const POST = endpoint(async ({ request }) =>
  json(computeService.compute('height', await readBody(request, ComputeDto))),
);

export const ALL = otherMethods('POST');
