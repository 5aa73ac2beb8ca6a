import { endpoint, otherMethods } from '../../server/endpoint.ts';
import { boardFeetPdf, readTable } from '../../server/print/board-feet.ts';
import { invalidField } from '../../server/problem.ts';

export const GET = endpoint(async ({ url }) => {
  const asked = readTable(url.searchParams);
  if (asked.problem !== null) throw invalidField(`/${asked.field}`, 'table', asked.problem);
  const bytes = await boardFeetPdf(asked.rule, asked.formClass);
  return new Response(new Blob([bytes as Uint8Array<ArrayBuffer>]), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="board-feet.pdf"',
      'cache-control': 'no-store',
    },
  });
});

export const ALL = otherMethods('GET');
