import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import { sum } from '@arbolito/core/statistics';
import type { TallyStateView } from '../store.ts';
import { Sum } from './RunningSums.tsx';
import { t } from '../../../messages/text.ts';

interface GuessSumsProps {
  readonly figures: TallyStateView['figures'];
  readonly toMeasure: TallyStateView['toMeasure'];
  readonly unitSystem: UnitSystem;
}

/** How far the guesses are. What they say together hangs on every tree: the sums tell it. */
export function GuessSums({ figures, toMeasure, unitSystem }: GuessSumsProps) {
  const guesses = figures.flatMap(({ row }) => row.tree.predictedVolumeM3 ?? []);
  const measured = figures.filter(({ reckoned }) => reckoned.diametersCm.length > 0).length;
  const all = sum(guesses);
  return (
    <dl
      className="grid grid-cols-2 gap-x-3 gap-y-2 [&>div]:flex [&>div]:flex-col"
      aria-label={t('tally.predicted-volumes', 'Predicted volumes')}
    >
      <Sum value={String(guesses.length)} words={t('tally.trees-predicted', 'trees predicted')} />
      <Sum
        value={unitSystem === 'metric' ? printRounded(all, 1) : printRounded(convert(all, 'm3', 'ft3'), 0)}
        words={t('tally.sum-of-predictions', 'sum of predictions, {value}', {
          value: unitSystem === 'metric' ? 'm³' : 'ft³',
        })}
      />
      <Sum value={String(measured)} words={t('tally.measured', 'measured')} />
      <Sum value={String(toMeasure.size)} words={t('tally.still-to-measure', 'still to measure')} />
    </dl>
  );
}
