import { Suspense, type ReactNode } from 'react';

/** Something that is fetched when it is first wanted, and what stands there meanwhile. */
export const LazyBoundary = ({ children }: { readonly children: ReactNode }) => (
  <Suspense fallback={<p role="status">Unfolding …</p>}>{children}</Suspense>
);
