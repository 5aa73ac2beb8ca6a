import { lazy } from 'react';
import type { Proof as ProofOf } from '@arbolito/core/measurement';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { LazyBoundary } from '../../../ui/feedback/LazyBoundary.tsx';
import { t } from '../../../messages/text.ts';

const ProofInside = lazy(() => import('./PublishedCheckInside.tsx'));

/** Why a method is right, in a few lines and one drawing. */
export function PublishedCheck({ proof }: { readonly proof: ProofOf }) {
  return (
    <Disclosure title={t('tree-sheet.check-against-published-values', 'Check against published values')}>
      {() => (
        <LazyBoundary>
          <ProofInside proof={proof} />
        </LazyBoundary>
      )}
    </Disclosure>
  );
}
