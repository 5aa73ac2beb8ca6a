import { lazy } from 'react';
import type { Proof as ProofOf } from '@arbolito/core/method';
import { Fold } from '../../../ui/Fold.tsx';
import { Late } from '../../../ui/Late.tsx';

const ProofInside = lazy(() => import('./ProofInside.tsx'));

/** Why a method is right, in a few lines and one drawing. */
export function Proof({ proof }: { readonly proof: ProofOf }) {
  return (
    <Fold title="why this is right">
      {() => (
        <Late>
          <ProofInside proof={proof} />
        </Late>
      )}
    </Fold>
  );
}
