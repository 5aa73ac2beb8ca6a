import type { ReactNode } from 'react';
import { Alert } from './Alert.tsx';
import { Dialog } from './Dialog.tsx';

interface ConfirmDialogProps {
  readonly title: string;
  /** What will happen. */
  readonly children: ReactNode;
  /** The verb of the button that does it, and of the one that does not. */
  readonly confirm: string;
  readonly cancel: string;
  readonly isOpen: boolean;
  readonly isBusy?: boolean;
  readonly trouble?: string | null;
  readonly onConfirm: () => void;
  readonly onClose: () => void;
}

/** Asked before something is lost. */
export const ConfirmDialog = ({
  title,
  children,
  confirm,
  cancel,
  isOpen,
  isBusy = false,
  trouble = null,
  onConfirm,
  onClose,
}: ConfirmDialogProps) => (
  <Dialog label={title} isOpen={isOpen} onClose={onClose}>
    <p className="text-lg font-bold">{title}</p>
    <div className="mt-1">{children}</div>
    {trouble !== null && <Alert>{trouble}</Alert>}
    <p className="mt-3 flex gap-2">
      <button type="button" className="btn btn-main" disabled={isBusy} onClick={onConfirm}>
        {confirm}
      </button>
      <button type="button" className="btn" onClick={onClose}>
        {cancel}
      </button>
    </p>
  </Dialog>
);
