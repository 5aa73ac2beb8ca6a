import { type Estimate, estimateOf } from '@arbolito/core/uncertainty';
import { convert, printRounded } from '@arbolito/core/units';
import type { CountedHeight, HeightResult } from '@arbolito/core/tree';
import type { SheetStore, SheetView } from '../store.ts';
import { t, say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

const BAR = { width: 300, height: 34, margin: 12 } as const;

interface Row {
  readonly kept: CountedHeight;
  readonly by: Text;
  readonly valueM: number;
  readonly standardErrorM: number;
}

const rowOf = ({ heightNo, by, sameStation }: HeightResult, estimate: Estimate): Row => ({
  kept: heightNo,
  by: sameStation ? t('tree-sheet.again', '{by}, again', { by }) : by,
  valueM: estimate.value,
  standardErrorM: estimate.standardError,
});

/** A figure with the range that holds the truth 95 times in 100, on the scale that all of them share. */
function Interval({ row, low, high, counts }: { row: Row; low: number; high: number; counts: boolean }) {
  const at = (metres: number): number =>
    BAR.margin + ((metres - low) / Math.max(0.01, high - low)) * (BAR.width - 2 * BAR.margin);
  const middle = BAR.height / 2;
  return (
    <svg viewBox={`0 0 ${BAR.width} ${BAR.height}`} className="block w-full" aria-hidden="true">
      <path d={`M ${BAR.margin} ${middle} H ${BAR.width - BAR.margin}`} className="stroke-line" strokeWidth={2} />
      <path
        d={`M ${at(row.valueM - 1.96 * row.standardErrorM)} ${middle} H ${at(row.valueM + 1.96 * row.standardErrorM)}`}
        className={counts ? 'stroke-ink' : 'stroke-sky'}
        strokeWidth={counts ? 9 : 6}
        strokeLinecap="round"
        opacity={counts ? 1 : 0.65}
      />
      <circle cx={at(row.valueM)} cy={middle} r={7} className="fill-sheet stroke-ink" strokeWidth={3} />
    </svg>
  );
}

/** Several total heights of one tree side by side, whether they can all be right, and which one counts. */
export function Comparison({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) {
  const { heights, combined } = view.reckoned.heights;
  if (combined === null) return null;
  const rows = heights.flatMap((height): Row[] => {
    const estimate = height.outcome === null || height.of !== 'total' ? null : estimateOf(height.outcome);
    return estimate === null ? [] : [rowOf(height, estimate)];
  });
  const mean: Row = {
    kept: 'mean',
    by: t('tree-sheet.weighted-mean-of-all-heights', 'Weighted mean of all heights'),
    valueM: combined.valueM,
    standardErrorM: combined.standardErrorM,
  };
  const all = [...rows, mean];
  const low = Math.min(...all.map(({ valueM, standardErrorM }) => valueM - 2 * standardErrorM));
  const high = Math.max(...all.map(({ valueM, standardErrorM }) => valueM + 2 * standardErrorM));
  const unit = view.unitSystem === 'metric' ? 'm' : 'ft';
  const print = (metres: number, decimals: number): string => printRounded(convert(metres, 'm', unit), decimals);
  const kept = view.draft.keptHeight ?? 1;
  return (
    <fieldset className="grid gap-1.5">
      <legend className="font-bold">{t('tree-sheet.total-height-to-use', 'Total height to use')}</legend>
      <p
        role="status"
        className={combined.agree ? 'leading-snug' : 'rounded-lg border-2 border-paint-ink bg-alarm p-2.5 leading-snug'}
      >
        {say(combined.words)}
      </p>
      {all.map((row) => (
        <label
          key={row.kept}
          className={`grid min-h-11 cursor-pointer grid-cols-[1.6rem_1fr_auto] items-center gap-x-1.5 rounded-lg border-[1.5px] px-2 py-1 ${row.kept === kept ? 'border-ink bg-wash' : 'border-line'}`}
        >
          <input
            type="radio"
            name="kept-height"
            checked={row.kept === kept}
            onChange={() => {
              store.keepHeight(row.kept);
            }}
          />
          <span className="leading-tight">{say(row.by)}</span>
          <span className="figures font-bold whitespace-nowrap">
            {print(row.valueM, unit === 'm' ? 2 : 1)} ± {print(row.standardErrorM, unit === 'm' ? 2 : 1)} {unit}
          </span>
          <span className="col-span-3">
            <Interval row={row} low={low} high={high} counts={row.kept === kept} />
          </span>
        </label>
      ))}
      <p className="text-[0.92rem] text-quiet">
        {t('tree-sheet.the-bars-show-95-intervals', 'The bars show 95 % intervals.')}
      </p>
    </fieldset>
  );
}
