import { printOr, printRounded, type StandUnits } from '@arbolito/core/units';
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
export function RunningSums({ sums, units }: { readonly sums: PlotSums; readonly units: StandUnits }) {
  return (
    <dl
      className="grid grid-cols-3 gap-x-3 gap-y-2 [&>div]:flex [&>div]:flex-col"
      aria-label={t('tally.running-totals', 'Running totals')}
    >
      <Sum
        value={printRounded(units.stems(sums.stemsPerHa), 0)}
        words={t('tally.stems', 'stems{per}', { per: units.per })}
      />
      <Sum
        value={printRounded(units.basalAreaPer(sums.basalAreaM2PerHa), 1)}
        words={t('tally.basal-area', 'basal area {basalArea}{per}', { basalArea: units.basalArea, per: units.per })}
      />
      <Sum
        value={printOr(sums.volumeM3PerHa, units.volumePer, 0)}
        words={t('tally.volume', 'volume {volume}{per}', { volume: units.volume, per: units.per })}
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
