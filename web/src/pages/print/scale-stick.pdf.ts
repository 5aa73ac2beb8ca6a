import { endpoint, otherMethods } from '../../server/endpoint.ts';
import { pdf } from '../../server/print/pdf.ts';
import { readReach } from '../../server/print/read-reach.ts';
import { scaleStickPdf } from '../../server/print/scale-stick.ts';
import { invalidField } from '../../server/problem.ts';

export const GET = endpoint(async ({ url, request, redirect }) => {
  const { reachCm, system, problem } = readReach(url.searchParams);
  if (problem !== null) {
    // A person gets back to the form, with what was entered and what is wrong with it; a program gets the problem.
    const forPeople = request.headers.get('accept')?.includes('text/html') === true;
    if (forPeople) return redirect(`/surveys?${url.searchParams.toString().slice(0, 200)}#stick`, 303);
    throw invalidField('/reach', 'reach', problem);
  }
  return pdf(await scaleStickPdf(reachCm, system), 'scale-stick.pdf');
});

export const ALL = otherMethods('GET');
