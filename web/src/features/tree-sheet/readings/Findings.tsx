import { isMessage } from '@arbolito/core/message';
import { Info, TriangleAlert } from 'lucide-react';
import type { SuggestedFix } from '@arbolito/core/uncertainty';
import type { PlacedFinding } from '@arbolito/core/tree';
import { localFigure } from '../../../messages/figures.ts';
import { t, say } from '../../../messages/text.ts';

interface FindingsProps {
  readonly findings: readonly PlacedFinding[];
  readonly onFix: (fix: SuggestedFix, at: PlacedFinding) => void;
  readonly dismissed: ReadonlySet<string>;
  readonly onDismiss: (code: string) => void;
  /** Where there is little room the reason is folded behind the title, and the fix stays in sight. */
  readonly isCompact?: boolean;
}

function Title({ finding }: { readonly finding: PlacedFinding }) {
  return (
    <h3 className="inline-flex items-center gap-2 font-bold">
      {finding.severity === 'note' ? (
        <Info aria-hidden="true" size={18} className="shrink-0" />
      ) : (
        <TriangleAlert aria-hidden="true" size={18} className="shrink-0 text-paint-ink" />
      )}
      {finding.stem > 1 && !(isMessage(finding.title) && finding.title.id.startsWith('tree.'))
        ? t('tree-sheet.stem-3', 'Stem {stem}: ', { stem: finding.stem })
        : ''}
      {finding.heightNo === undefined
        ? ''
        : t('tree-sheet.height-3', 'Height {heightNo}: ', { heightNo: finding.heightNo })}
      {say(finding.title)}
    </h3>
  );
}

/** What is odd about the readings, in the crew's words, with the fix that one tap applies. */
export function Findings({ findings, onFix, dismissed, onDismiss, isCompact = false }: FindingsProps) {
  const shown = findings.filter(({ code }) => !dismissed.has(code) && code !== 'reading.missing');
  return (
    <div role="status" className="grid gap-2.5">
      {shown.map((finding) => (
        <article
          key={`${finding.code} ${finding.stem} ${finding.heightNo ?? 1} ${finding.reading ?? ''}`}
          className={`rounded-lg ${isCompact ? 'px-3 py-1.5' : 'p-3'} ${finding.severity === 'note' ? 'border-[1.5px] border-edge bg-wash' : 'border-2 border-paint-ink bg-alarm'}`}
        >
          {isCompact ? (
            <details>
              <summary className="-my-1 min-h-11 content-center">
                <Title finding={finding} />
              </summary>
              <p className="mt-0.5 text-[0.97rem] leading-snug">{say(finding.message)}</p>
            </details>
          ) : (
            <>
              <Title finding={finding} />
              <p className="mt-0.5 text-[0.97rem] leading-snug">{say(finding.message)}</p>
            </>
          )}
          <p className={`flex gap-2 ${isCompact ? 'overflow-x-auto' : 'mt-2 flex-wrap'}`}>
            {finding.suggestedFixes.map((fix) => (
              <button
                key={say(fix.label)}
                type="button"
                className="btn border-ink text-left leading-tight"
                onClick={() => {
                  onFix(fix, finding);
                }}
              >
                {say(fix.label)}
                {fix.becomes === undefined ? '' : `: ${localFigure(fix.becomes)}`}
              </button>
            ))}
            {finding.severity !== 'stop' && (
              <button
                type="button"
                className="btn"
                onClick={() => {
                  onDismiss(finding.code);
                }}
              >
                {t('tree-sheet.mark-as-checked', 'Mark as checked')}
              </button>
            )}
          </p>
        </article>
      ))}
    </div>
  );
}
