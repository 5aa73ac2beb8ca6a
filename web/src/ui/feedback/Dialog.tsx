import { type ReactNode, useEffect, useRef } from 'react';

interface DialogProps {
  /** What it is, for those who do not see it. */
  readonly label: string;
  readonly isOpen: boolean;
  /** Also called when it is left with the Escape key. */
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A modal dialog of the browser: it holds the focus, and Escape leaves it. What is typed inside survives closing. */
export function Dialog({ label, isOpen, onClose, children }: DialogProps) {
  const element = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = element.current;
    if (dialog === null || dialog.open === isOpen) return;
    if (isOpen) dialog.showModal();
    else dialog.close();
  }, [isOpen]);
  return (
    <dialog
      ref={element}
      aria-label={label}
      className="m-auto max-h-[90dvh] w-[min(28rem,94vw)] rounded-lg border-2 border-edge bg-sheet p-5 text-ink"
      onClose={onClose}
    >
      {children}
    </dialog>
  );
}
