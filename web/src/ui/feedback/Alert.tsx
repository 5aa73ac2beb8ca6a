import type { ReactNode } from 'react';

/** Something that went wrong and concerns the whole view or form. */
export const Alert = ({ children }: { readonly children: ReactNode }) => (
  <p role="alert" className="rounded-lg border-2 border-paint-ink bg-alarm p-3">
    {children}
  </p>
);
