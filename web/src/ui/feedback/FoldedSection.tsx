import { type ReactNode, useId } from 'react';
import { useFold } from './use-fold.ts';

interface FoldedSectionProps {
  readonly title: string;
  /** What it says or holds, in one line. */
  readonly summary?: ReactNode;
  readonly isOpenAtFirst?: boolean;
  /** Makes the inside, once it is open; it stays, with what was typed. */
  readonly children: () => ReactNode;
}

/** A section of a page of which only its title and one line are in view until it is opened. */
export function FoldedSection({ title, summary, isOpenAtFirst = false, children }: FoldedSectionProps) {
  const id = useId();
  const { wasOpen, details } = useFold(isOpenAtFirst);
  return (
    <section aria-labelledby={id} className="border-t border-line">
      <details className="grid grid-cols-[minmax(0,1fr)]" {...details}>
        <summary className="min-h-12 content-center py-1">
          <h2 id={id} className="inline text-xl font-bold">
            {title}
          </h2>
          {summary !== undefined && <span className="block pl-4 text-quiet">{summary}</span>}
        </summary>
        {wasOpen && <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2 pb-5">{children()}</div>}
      </details>
    </section>
  );
}
