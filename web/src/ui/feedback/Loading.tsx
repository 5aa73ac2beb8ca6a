import type { ReactNode } from 'react';

/** Stands where something is loaded or drawn; it keeps the room, so that nothing jumps. */
export const Loading = ({
  className = '',
  children,
}: {
  readonly className?: string;
  readonly children: ReactNode;
}) => (
  <p role="status" className={className}>
    {children}
  </p>
);
