import { endpoint } from '../../server/endpoint.ts';
import { notFound } from '../../server/problem.ts';

export const ALL = endpoint(({ url }) => {
  throw notFound(`The address ${url.pathname.slice(0, 100)}`);
});
