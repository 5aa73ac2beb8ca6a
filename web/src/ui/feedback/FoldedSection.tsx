import { type ReactNode, useId, useState } from 'react';

interface FoldedSectionProps {
  readonly title: string;
  /** What it says or holds, in one line. */
  readonly summary?: ReactNode;
  readonly isOpenAtFirst?: boolean;
  /** Makes the inside, once it is open: what nobody sees costs nothing. */
  readonly children: () => ReactNode;
}

/** A section of a page of which only its title and one line are in view until it is opened. */
export function FoldedSection({ title, summary, isOpenAtFirst = false, children }: FoldedSectionProps) {
  const id = useId();
  const [isOpen, setIsOpen] = useState(isOpenAtFirst);
  return (
    <section aria-labelledby={id} className="border-t border-line">
      <details
        className="grid grid-cols-[minmax(0,1fr)]"
        open={isOpen}
        onToggle={(event) => {
          setIsOpen(event.currentTarget.open);
        }}
      >
        <summary className="min-h-12 content-center py-1">
          <h2 id={id} className="inline text-xl font-bold">
            {title}
          </h2>
          {summary !== undefined && <span className="block pl-4 text-quiet">{summary}</span>}
        </summary>
        {isOpen && <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2 pb-5">{children()}</div>}
      </details>
    </section>
  );
}
