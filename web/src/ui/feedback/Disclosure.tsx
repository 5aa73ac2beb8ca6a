import { useState, type ReactNode } from 'react';

interface FoldProps {
  readonly title: ReactNode;
  /** Makes the inside, once it is open: what nobody sees costs nothing. */
  readonly children: () => ReactNode;
}

/** A part that is folded away until somebody asks for it. */
export function Disclosure({ title, children }: FoldProps) {
  const [open, setOpen] = useState(false);
  return (
    <details
      className="border-t border-line"
      onToggle={(event) => {
        setOpen(event.currentTarget.open);
      }}
    >
      <summary className="min-h-11 content-center text-quiet">{title}</summary>
      {open && children()}
    </details>
  );
}
