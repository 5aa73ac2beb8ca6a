import { printOr, printRounded, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import type { PlotSums } from '@arbolito/core/inventory';
import { localFigureIfAny } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';

interface SumProps {
  readonly value: string;
  readonly words: string;
}

export const Sum = ({ value, words }: SumProps) => (
  <div>
    <dd className="figures text-2xl font-bold">{localFigureIfAny(value)}</dd>
    <dt className="text-[0.92rem] leading-tight text-quiet">{words}</dt>
  </div>
);

/** What the plot says so far, per hectare or acre. */
export function RunningSums({ sums, unitSystem }: { readonly sums: PlotSums; readonly unitSystem: UnitSystem }) {
  const units = STAND_UNITS[unitSystem];
  return (
    <dl
      className="grid grid-cols-3 gap-x-3 gap-y-2 [&>div]:flex [&>div]:flex-col"
      aria-label={t('tally.running-totals', 'Running totals')}
    >
      <Sum
        value={printRounded(units.stems(sums.stemsPerHa), 0)}
        words={t('tally.stems', 'stems/{area}', { area: units.area })}
      />
      <Sum
        value={printRounded(units.basalAreaPer(sums.basalAreaM2PerHa), 1)}
        words={t('tally.basal-area', 'basal area {basalArea}/{area}', { basalArea: units.basalArea, area: units.area })}
      />
      <Sum
        value={printOr(sums.volumeM3PerHa, units.volumePer, 0)}
        words={t('tally.volume', 'volume {volume}/{area}', { volume: units.volume, area: units.area })}
      />
      <Sum value={String(sums.stems)} words={t('tally.stems-tallied', 'stems tallied')} />
      <Sum
        value={printOr(sums.quadraticMeanDiameterCm, units.diameterOf, 1)}
        words={t('tally.quadratic-mean-dbh', 'quadratic mean dbh {diameter}', { diameter: units.diameter })}
      />
      <Sum
        value={printOr(sums.meanHeightM, units.heightOf, 1)}
        words={t('tally.mean-height-measured', 'mean height {height} ({heightsMeasured} measured)', {
          height: units.height,
          heightsMeasured: sums.heightsMeasured,
        })}
      />
    </dl>
  );
}
