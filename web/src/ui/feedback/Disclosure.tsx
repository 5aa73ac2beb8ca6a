import type { ReactNode } from 'react';
import { useFold } from './use-fold.ts';

interface DisclosureProps {
  readonly title: ReactNode;
  /** Open until somebody closes it: there is something in it. */
  readonly isOpenByItself?: boolean;
  /** Makes the inside, once it is open: what nobody sees costs nothing. */
  readonly children: () => ReactNode;
}

/** A part that is folded away until somebody asks for it. */
export function Disclosure({ title, isOpenByItself = false, children }: DisclosureProps) {
  const { isOpen, details } = useFold(isOpenByItself);
  return (
    <details className="border-t border-line" {...details}>
      <summary className="min-h-11 content-center text-quiet">{title}</summary>
      {isOpen && children()}
    </details>
  );
}
