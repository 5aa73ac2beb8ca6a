import { useState, type ReactNode } from 'react';

interface DisclosureProps {
  readonly title: ReactNode;
  /** Open until somebody closes it: there is something in it. */
  readonly isOpenByItself?: boolean;
  /** Makes the inside, once it is open: what nobody sees costs nothing. */
  readonly children: () => ReactNode;
}

/** A part that is folded away until somebody asks for it. */
export function Disclosure({ title, isOpenByItself = false, children }: DisclosureProps) {
  const [chosen, setChosen] = useState<boolean | null>(null);
  const isOpen = chosen ?? isOpenByItself;
  return (
    <details
      className="border-t border-line"
      open={isOpen}
      onToggle={(event) => {
        setChosen(event.currentTarget.open);
      }}
    >
      <summary className="min-h-11 content-center text-quiet">{title}</summary>
      {isOpen && children()}
    </details>
  );
}
