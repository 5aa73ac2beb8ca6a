import { t } from '../../messages/text.ts';

interface EnterFirstProps {
  /** Labels of the figures that are not entered yet. */
  readonly missing: readonly string[];
}

/** In the place of a result: which figures it needs, or that one of them cannot be read. */
export function EnterFirst({ missing }: EnterFirstProps) {
  return (
    <p className="card p-5 text-lg" data-testid="enter-first">
      {missing.length === 0
        ? t('ui.fix-the-marked-field-first', 'Fix the marked field first.')
        : t('ui.enter', 'Enter {join}.', { join: missing.join(' · ') })}
    </p>
  );
}
