import type { Proof as ProofOf } from '@arbolito/core/measurement';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { t } from '../../../messages/text.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const ProofInside = onDemand(() => import('./PublishedCheckInside.tsx'));

/** Why a method is right, in a few lines and one drawing. */
export function PublishedCheck({ proof }: { readonly proof: ProofOf }) {
  return (
    <Disclosure title={t('tree-sheet.check-against-published-values', 'Check against published values')}>
      {() => <ProofInside proof={proof} />}
    </Disclosure>
  );
}
