import { endpoint, otherMethods } from '../server/endpoint.ts';
import { notFound } from '../server/problem.ts';
import { authorityCertificate } from '../server/secure/secure-address.ts';
import { t } from '../messages/text.ts';

/** The certificate that a phone has to trust before it trusts this server. */
export const GET = endpoint(() => {
  const certificate = authorityCertificate();
  if (certificate === null) throw notFound(t('server.this-certificate', 'This certificate'));
  return new Response(certificate, {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="arbolito-authority.crt"',
      'cache-control': 'no-store',
    },
  });
});

export const ALL = otherMethods('GET');
