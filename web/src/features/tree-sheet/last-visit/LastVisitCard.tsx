import { growthSince, lastPointWords } from '@arbolito/core/tree';
import { estimateOf, type Outcome } from '@arbolito/core/uncertainty';
import { convert, printDiameters, printRounded } from '@arbolito/core/units';
import type { SheetStore, SheetView } from '../store.ts';
import { say, t } from '../../../messages/text.ts';

interface LastVisitCardProps {
  readonly view: SheetView;
  readonly store: SheetStore;
}

const valueOf = (outcome: Outcome | null | undefined): number | null =>
  outcome === null || outcome === undefined ? null : (estimateOf(outcome)?.value ?? null);

/** Where the visit before taped this tree, and what has become of it since. */
export function LastVisitCard({ view, store }: LastVisitCardProps) {
  const { lastVisit, draft, reckoned, unitSystem, settings } = view;
  if (lastVisit === undefined) return null;
  const unit = unitSystem === 'metric' ? 'cm' : 'in';
  const rows = lastVisit.stems.map((last) => {
    const now = reckoned.stems.find(({ ordinal }) => ordinal === last.ordinal);
    const dbhCm = valueOf(now?.diameter);
    const pointM = valueOf(now?.point) ?? settings.breastHeightM;
    return { last, growth: dbhCm === null ? null : growthSince(last, lastVisit.years, { dbhCm, pointM }) };
  });
  const elsewhere = rows.some(({ growth }) => growth?.kind === 'kept-apart');
  return (
    <section
      aria-label={t('tree-sheet.last-visit', 'Last visit')}
      className="grid gap-1.5 rounded-lg border-l-4 border-lichen bg-wash p-3"
    >
      <h2 className="font-bold">
        {t('tree-sheet.measured-in-at', 'Measured in {slice} at', { slice: lastVisit.on.slice(0, 4) })}
      </h2>
      <ul className="grid gap-1">
        {rows.map(({ last, growth }) => (
          <li key={last.ordinal}>
            {lastVisit.stems.length > 1 && t('tree-sheet.stem', 'stem {ordinal}: ', { ordinal: last.ordinal })}
            <strong>{say(lastPointWords(lastVisit, last, unitSystem))}</strong>,{' '}
            <span className="whitespace-nowrap">
              {printDiameters([last.dbhCm], unitSystem)} {unit}
            </span>
            {growth?.kind === 'compared' && (
              <span className="block">
                {t('tree-sheet.growth-per-year', 'Growth {growthCm} {unit}, {growthCmPerYear} {unit2} per year', {
                  growthCm: printRounded(convert(growth.growthCm, 'cm', unit), 1),
                  unit,
                  growthCmPerYear: printRounded(convert(growth.growthCmPerYear, 'cm', unit), 2),
                  unit2: unit,
                })}{' '}
              </span>
            )}
            {growth?.kind === 'kept-apart' && (
              <span className="block">
                {t(
                  'tree-sheet.now-measured-at-a-different',
                  'Now measured at a different height: not counted as growth',
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
      {(elsewhere || (draft.taping?.reason ?? '') !== '') && (
        <label className="grid gap-0.5">
          <span className="font-semibold">
            {t('tree-sheet.why-at-a-different-height', 'Why at a different height?')}
          </span>
          <input
            className="field"
            maxLength={300}
            value={draft.taping?.reason ?? ''}
            placeholder={t('tree-sheet.for-example-canker-at-the', 'for example: canker at the old point')}
            onChange={(event) => {
              store.note({ reason: event.target.value });
            }}
          />
        </label>
      )}
    </section>
  );
}
