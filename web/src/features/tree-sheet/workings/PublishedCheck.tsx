import { lazy } from 'react';
import type { Proof as ProofOf } from '@arbolito/core/measurement';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { LazyBoundary } from '../../../ui/feedback/LazyBoundary.tsx';

const ProofInside = lazy(() => import('./PublishedCheckInside.tsx'));

/** Why a method is right, in a few lines and one drawing. */
export function PublishedCheck({ proof }: { readonly proof: ProofOf }) {
  return (
    <Disclosure title="why this is right">
      {() => (
        <LazyBoundary>
          <ProofInside proof={proof} />
        </LazyBoundary>
      )}
    </Disclosure>
  );
}
