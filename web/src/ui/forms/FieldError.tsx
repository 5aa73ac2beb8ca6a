import type { ReactNode } from 'react';

/** What is wrong at a field, read out as soon as it is said. */
export const FieldError = ({
  id,
  className = '',
  children,
}: {
  readonly id?: string | undefined;
  readonly className?: string;
  readonly children: ReactNode;
}) => (
  <div id={id} role="alert" className={`font-semibold text-paint-ink ${className}`}>
    {children}
  </div>
);
