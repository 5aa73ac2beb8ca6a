import { endpoint, otherMethods } from '../../server/endpoint.ts';
import { boardFeetPdf, readTable } from '../../server/print/board-feet.ts';
import { pdf } from '../../server/print/pdf.ts';
import { invalidField } from '../../server/problem.ts';

export const GET = endpoint(async ({ url }) => {
  const asked = readTable(url.searchParams);
  if (asked.problem !== null) throw invalidField(`/${asked.field}`, 'table', asked.problem);
  return pdf(await boardFeetPdf(asked.rule, asked.formClass), 'board-feet.pdf');
});

export const ALL = otherMethods('GET');
