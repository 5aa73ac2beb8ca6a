import { standingBoardFeet } from '@arbolito/core/log-rules';
import { StandingBoardFeetDto } from '../../../contracts/tree.ts';
import { readBody } from '../../../server/body.ts';
import { endpoint, json, otherMethods } from '../../../server/endpoint.ts';

export const POST = endpoint(async ({ request }) => {
  const { rule, dbhIn, logs, formClass } = await readBody(request, StandingBoardFeetDto);
  return json(standingBoardFeet(rule, { dbhIn, logs, formClass }));
});

export const ALL = otherMethods('POST');
