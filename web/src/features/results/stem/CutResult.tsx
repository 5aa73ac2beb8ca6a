import { CirclePlus, RotateCcw, Undo2 } from 'lucide-react';
import type { Defect } from '@arbolito/core/bucking';
import type { PriceList } from '@arbolito/core/protocol';
import { printRounded } from '@arbolito/core/units';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import type { WoodUnits } from '../prices/wood-units.ts';
import { StandingStem } from './StandingStem.tsx';
import { type CutStem, logsM3, type StemFigures, tooLong } from './stem-state.ts';
import { StemDrawing } from './StemDrawing.tsx';
import { day, localFigure } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';

// The drawing shows the cuts at once; their table follows.
const CutList = onDemand(async () => ({ default: (await import('./CutList.tsx')).CutList }), 'min-h-60');

interface CutResultProps {
  readonly cut: CutStem;
  readonly figures: StemFigures;
  readonly prices: PriceList;
  readonly defects: readonly Defect[];
  readonly units: WoodUnits;
  readonly saws: readonly number[];
  readonly onSaws: (saws: readonly number[] | null) => void;
  /** Null where nothing was moved. */
  readonly onUndo: (() => void) | null;
  readonly onDefect: (index: number, change: Partial<Pick<Defect, 'fromM' | 'toM'>>) => void;
}

/** One more cut: in the middle of the longest piece. */
function withOneMore(saws: readonly number[], topM: number): number[] {
  const ends = saws.length < 2 ? [...saws, topM] : saws;
  const pieces = ends.slice(1).map((to, i) => ({ from: ends[i] ?? 0, to }));
  const longest = pieces.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a), pieces[0] ?? { from: 0, to: topM });
  return [...ends, Math.round(5 * (longest.from + longest.to)) / 10].sort((a, b) => a - b);
}

/** What the stem is worth as it is cut, its drawing with the saw in hand, and the list of its logs. */
export function CutResult(props: CutResultProps) {
  const { cut, figures, prices, defects, units, saws, onSaws } = props;
  const { currency, products, costs } = prices;
  const { value, best, greedy, isByHand } = cut;
  const ofAll = (words: string): string =>
    costs.length > 0 ? t('results.net-of-costs', '{words}, net of costs', { words }) : words;
  return (
    <>
      <div aria-live="polite" className="flex flex-wrap items-end gap-x-8 gap-y-2">
        <p>
          <span className="text-quiet">
            {t(
              'results.net-value-of-these-logs',
              '{costs, select, none {Value of these logs, before costs} other {Net value of these logs (costs {costs} deducted)}}',
              { costs: costs.length > 0 ? printRounded(value.costs, 2) : 'none' },
            )}
          </span>
          <span className="flex items-baseline gap-3">
            <strong className="figures text-5xl font-extrabold" data-testid="stem-value">
              {localFigure(printRounded(value.net, 2))}
            </strong>
            <span className="figures text-xl text-sky">
              ± {localFigure(printRounded(value.standardError, 2))} {currency}
            </span>
          </span>
        </p>
        {isByHand && (
          <p>
            <span className="text-quiet">{ofAll(t('results.highest-value', 'highest value'))}</span>
            <span className="figures block text-xl font-bold" data-testid="best-value">
              {localFigure(printRounded(best.value - cut.costsOf(best), 2))} {currency}
            </span>
          </p>
        )}
        <p>
          <span className="text-quiet">
            {ofAll(t('results.greedy-highest-priced-log-first', 'greedy: highest-priced log first'))}
          </span>
          <span className="figures block text-xl font-bold" data-testid="greedy-value">
            {localFigure(printRounded(greedy.value - cut.costsOf(greedy), 2))} {currency}
          </span>
        </p>
        <p>
          <span className="text-quiet">
            {t('results.volume-to-the-smallest-top', 'volume to the smallest top, under bark')}
          </span>
          <span className="figures block text-xl font-bold" data-testid="stem-volume">
            {localFigure(units.printVolume(cut.merchantableM3.under))} {units.volume} ±{' '}
            {localFigure(units.printVolume(cut.merchantableM3.under * cut.volumeErrorShare))}
          </span>
        </p>
      </div>
      <StemDrawing
        over={cut.over}
        under={cut.under}
        stumpM={figures.stumpM}
        topHeightM={cut.topHeightM}
        bucking={cut.cuts}
        products={products}
        defects={defects}
        units={units}
        saws={saws}
        onSaws={onSaws}
        onDefect={props.onDefect}
      />
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="btn"
          onClick={() => {
            onSaws(withOneMore(saws.length === 0 ? [figures.stumpM] : saws, cut.topHeightM));
          }}
        >
          <CirclePlus aria-hidden="true" size={18} /> {t('results.add-a-cut', 'Add a cut')}
        </button>
        <button
          type="button"
          className="btn"
          disabled={props.onUndo === null}
          onClick={() => {
            props.onUndo?.();
          }}
        >
          <Undo2 aria-hidden="true" size={18} /> {t('results.undo', 'Undo')}
        </button>
        <button
          type="button"
          className="btn"
          disabled={!isByHand}
          onClick={() => {
            onSaws(null);
          }}
        >
          <RotateCcw aria-hidden="true" size={18} /> {t('results.restore-best-cuts', 'Restore best cuts')}
        </button>
        <p className="text-quiet">
          {t('results.drag-a-saw-or-move', 'Drag a saw or move it with the arrow keys. Delete removes it.')}
        </p>
      </div>
      <p className="text-quiet">
        {t(
          'results.the-whole-stem-over-bark',
          'The whole stem over bark has {wholeM3} {volume}; its logs have {cuts} {volume} by Smalian. Prices per {pricesOf}. An estimate is not an appraisal, and no permission to fell. Profile: {words} ({source}).',
          {
            wholeM3: units.printVolume(cut.wholeM3),
            volume: units.volume,
            cuts: units.printVolume(logsM3(cut.cuts)),
            pricesOf: day(prices.pricesOf),
            words: cut.over.words,
            source: cut.over.source,
          },
        )}{' '}
      </p>
      {tooLong(cut, figures, prices, units).map((words) => (
        <p key={words} className="font-semibold text-paint-ink">
          {words}
        </p>
      ))}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5 lg:grid-cols-[minmax(0,1fr)_auto]">
        <CutList cut={cut} prices={prices} units={units} />
        <div className="hidden lg:block">
          <h2 className="text-xl font-bold">{t('results.standing-stem-to-scale', 'Standing stem, to scale')}</h2>
          <StandingStem over={cut.over} under={cut.under} bucking={cut.cuts} products={products} units={units} />
        </div>
        <div className="lg:hidden">
          <Disclosure title={t('results.standing-stem-to-scale', 'Standing stem, to scale')}>
            {() => (
              <StandingStem over={cut.over} under={cut.under} bucking={cut.cuts} products={products} units={units} />
            )}
          </Disclosure>
        </div>
      </div>
    </>
  );
}
