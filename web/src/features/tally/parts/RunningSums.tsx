import { convert, printRounded, type UnitSystem } from '@arbolito/core/quantity';
import { perAcre, type PlotSums } from '@arbolito/core/survey';

const AREA: Record<UnitSystem, (perHa: number) => number> = { metric: (value) => value, imperial: perAcre };

interface SumProps {
  readonly value: string;
  readonly words: string;
}

const Sum = ({ value, words }: SumProps) => (
  <div>
    <dd className="figures text-2xl font-bold">{value}</dd>
    <dt className="text-[0.92rem] leading-tight text-quiet">{words}</dt>
  </div>
);

/** What the plot says so far, per hectare or acre. */
export function RunningSums({ sums, unitSystem }: { readonly sums: PlotSums; readonly unitSystem: UnitSystem }) {
  const per = unitSystem === 'metric' ? 'ha' : 'ac';
  const area = AREA[unitSystem];
  const metric = unitSystem === 'metric';
  const volume =
    sums.volumeM3PerHa === null
      ? '—'
      : printRounded(area(metric ? sums.volumeM3PerHa : convert(sums.volumeM3PerHa, 'm3', 'ft3')), 0);
  const qmd =
    sums.quadraticMeanDiameterCm === null
      ? '—'
      : printRounded(metric ? sums.quadraticMeanDiameterCm : convert(sums.quadraticMeanDiameterCm, 'cm', 'in'), 1);
  const tall =
    sums.meanHeightM === null ? '—' : printRounded(metric ? sums.meanHeightM : convert(sums.meanHeightM, 'm', 'ft'), 1);
  return (
    <dl className="grid grid-cols-3 gap-x-3 gap-y-2 [&>div]:flex [&>div]:flex-col" aria-label="Running sums">
      <Sum value={printRounded(area(sums.stemsPerHa), 0)} words={`stems / ${per}`} />
      <Sum
        value={printRounded(area(metric ? sums.basalAreaM2PerHa : convert(sums.basalAreaM2PerHa, 'm2', 'ft2')), 1)}
        words={`basal area ${metric ? 'm²' : 'ft²'} / ${per}`}
      />
      <Sum value={volume} words={`volume ${metric ? 'm³' : 'ft³'} / ${per}`} />
      <Sum value={String(sums.stems)} words="stems tallied" />
      <Sum value={qmd} words={`quadratic mean dbh ${metric ? 'cm' : 'in'}`} />
      <Sum value={tall} words={`mean height ${metric ? 'm' : 'ft'} (${sums.heightsMeasured})`} />
    </dl>
  );
}
