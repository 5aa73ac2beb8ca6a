import { endpoint } from '../../server/endpoint.ts';
import { notFound } from '../../server/problem.ts';
import { t } from '../../messages/text.ts';

export const ALL = endpoint(({ url }) => {
  throw notFound(t('shell.the-address', 'The address {slice}', { slice: url.pathname.slice(0, 100) }));
});
