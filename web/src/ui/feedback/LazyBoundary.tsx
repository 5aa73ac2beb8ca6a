import { Suspense, type ReactNode } from 'react';
import { t } from '../../messages/text.ts';

/** Something that is fetched when it is first wanted, and what stands there meanwhile. */
export const LazyBoundary = ({ children }: { readonly children: ReactNode }) => (
  <Suspense fallback={<p role="status">{t('ui.loading', 'Loading…')}</p>}>{children}</Suspense>
);
