import type { ReactNode } from 'react';
import { t } from '../../messages/text.ts';
import { useFold } from '../feedback/use-fold.ts';

interface SettingsRowProps {
  readonly title: string;
  /** The chosen values, in one line. */
  readonly value: ReactNode;
  /** Something in it is wrong: it opens, and stays open. */
  readonly hasError?: boolean;
  /** Makes the inside, once it is open; it stays, with what was typed. */
  readonly children: () => ReactNode;
}

/** A group of settings as one line with its values; opened, it can be changed. */
export function SettingsRow({ title, value, hasError = false, children }: SettingsRowProps) {
  const { isOpen, wasOpen, details } = useFold(false, hasError);
  return (
    <details className="@container border-t border-line first:border-t-0" {...details}>
      <summary className="grid min-h-12 cursor-pointer grid-cols-[minmax(0,1fr)_auto] content-center items-center gap-x-4 py-1 @md:grid-cols-[9rem_minmax(0,1fr)_auto]">
        <span className="font-semibold">{title}</span>
        <span className="order-last col-span-2 @md:order-none @md:col-span-1">{value}</span>
        <span aria-hidden="true" className="justify-self-end text-paint-ink underline">
          {isOpen ? t('ui.close', 'Close') : t('ui.change', 'Change')}
        </span>
      </summary>
      {wasOpen && <div className="grid gap-5 pt-2 pb-5">{children()}</div>}
    </details>
  );
}
