import { lazy } from 'react';
import type { Proof as ProofOf } from '@arbolito/core/measurement';
import { Disclosure } from '../../../ui/Fold.tsx';
import { LazyBoundary } from '../../../ui/Late.tsx';

const ProofInside = lazy(() => import('./ProofInside.tsx'));

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
