import type { Estimate } from '@arbolito/core/uncertainty';
import { convert, printDiameters, printRounded, unitOf, type UnitSystem } from '@arbolito/core/units';
import { shownHeight } from '@arbolito/core/tree';
import { volumeLimit } from '@arbolito/core/volume';
import type { SheetView } from '../store.ts';
import { t, say } from '../../../messages/text.ts';
import { localFigure } from '../../../messages/figures.ts';

const withError = (estimate: Estimate | null): string =>
  estimate === null ? '' : `± ${localFigure(estimate.printed.standardError)}`;

interface FigureProps {
  readonly name: string;
  readonly value: string;
  readonly unit: string;
  readonly error?: string;
}

function Figure({ name, value, unit, error = '' }: FigureProps) {
  return (
    <div className="border-t border-line pt-1.5">
      <dt className="text-[0.92rem] text-quiet">{name}</dt>
      <dd className="leading-tight">
        <span className="figures text-xl font-bold">{localFigure(value)}</span>{' '}
        <span className="whitespace-nowrap">{unit}</span> <span className="whitespace-nowrap text-quiet">{error}</span>
      </dd>
    </div>
  );
}

export const basalAreaText = (areaM2: number | null, system: UnitSystem): string =>
  areaM2 === null ? '—' : system === 'metric' ? printRounded(areaM2, 4) : printRounded(convert(areaM2, 'm2', 'ft2'), 3);

/** The one number that is read in the woods, with its ±, and the smaller ones that follow from it. */
export function FiguresCard({ view, phone = false }: { readonly view: SheetView; readonly phone?: boolean }) {
  const { dbh, reckoned, unitSystem } = view;
  const { name, estimate: height } = shownHeight(reckoned.heights);
  const unit = height === null ? (unitSystem === 'metric' ? 'm' : 'ft') : unitOf(height.printed.unit).symbol;
  return (
    <section aria-label={t('tree-sheet.results-of-this-tree', 'Results of this tree')}>
      <h2 className="text-quiet">{say(name)}</h2>
      <p aria-live="polite" data-testid="height" className="flex flex-wrap items-baseline gap-x-3">
        <span className={`figures font-extrabold tracking-tight ${phone ? 'text-4xl' : 'text-6xl leading-none'}`}>
          {localFigure(height?.printed.value ?? '—')}
        </span>
        <span className={`figures whitespace-nowrap text-sky ${phone ? 'text-lg' : 'text-2xl'}`}>
          {height === null ? unit : `${withError(height)} ${unit}`}
        </span>
      </p>
      {!phone && (
        <dl className="mt-3 grid grid-cols-2 gap-x-4 gap-y-2">
          <Figure
            name={t('tree-sheet.dbh', 'dbh')}
            value={printDiameters(reckoned.diametersCm, unitSystem)}
            unit={reckoned.diametersCm.length === 0 ? '' : unitSystem === 'metric' ? 'cm' : 'in'}
            error={
              dbh === null && reckoned.diametersCm.length > 0
                ? t('tree-sheet.kept-separate', 'kept separate')
                : withError(dbh)
            }
          />
          <Figure
            name={t('tree-sheet.basal-area', 'basal area')}
            value={basalAreaText(reckoned.basalAreaM2, unitSystem)}
            unit={unitSystem === 'metric' ? 'm²' : 'ft²'}
          />
          <Figure
            name={t('tree-sheet.volume', 'volume, {volumes}', {
              volumes: volumeLimit(view.settings.volumes?.[view.draft.speciesCode]),
            })}
            value={reckoned.volume?.printed.value ?? '—'}
            unit={unitSystem === 'metric' ? 'm³' : 'ft³'}
            error={withError(reckoned.volume)}
          />
          <Figure
            name={t('tree-sheet.height-diameter-ratio', 'height/diameter ratio')}
            value={reckoned.slenderness === null ? '—' : printRounded(reckoned.slenderness, 0)}
            unit=""
          />
        </dl>
      )}
    </section>
  );
}
