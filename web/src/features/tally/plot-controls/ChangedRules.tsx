import { t } from '../../../messages/text.ts';

/** Says that the page shows field rules that the survey no longer has. */
export function ChangedRules() {
  return (
    <p role="alert" className="flex flex-wrap items-center gap-3 border-t border-line bg-band px-3 py-1 md:px-5">
      {t('tally.rules-changed', 'The field rules of this survey were changed. This page still shows the earlier ones.')}
      <button
        type="button"
        className="btn"
        onClick={() => {
          location.reload();
        }}
      >
        {t('shell.reload', 'Reload')}
      </button>
    </p>
  );
}
