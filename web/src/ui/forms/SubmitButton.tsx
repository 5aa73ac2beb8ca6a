import type { ReactNode } from 'react';
import { t } from '../../messages/text.ts';

interface SubmitButtonProps {
  readonly isSending: boolean;
  /** Said while the form is being sent. */
  readonly sending?: string;
  /** The one main act of the page. */
  readonly isMain?: boolean;
  readonly disabled?: boolean;
  /** Something was changed and not sent yet. */
  readonly isChanged?: boolean;
  readonly children: ReactNode;
}

/** Sends a form; pressed once, it waits for the answer. */
export const SubmitButton = ({
  isSending,
  sending = t('ui.saving', 'Saving…'),
  isMain = false,
  disabled = false,
  isChanged = false,
  children,
}: SubmitButtonProps) => (
  <>
    <button type="submit" className={`btn ${isMain ? 'btn-main' : ''}`} disabled={isSending || disabled}>
      {isSending ? sending : children}
    </button>
    {isChanged && <span className="text-quiet">{t('ui.unsaved-changes', 'Unsaved changes')}</span>}
  </>
);
