import { useEffect, useRef, useState } from 'react';
import { Minus, Plus } from 'lucide-react';
import { printRounded, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import { call, callUntilAnswered, errorText } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import type { PlotView } from '../../../contracts/views.ts';
import { t } from '../../../messages/text.ts';

interface CountInProps {
  readonly plot: PlotView;
  readonly observer: string;
  readonly unitSystem: UnitSystem;
  readonly onKept: (plot: PlotView) => void;
}

/** Somebody who counts taps on: what stands after so long is kept. */
const QUIET_MS = 700;

/** The trees that a point counts in: one tap for each. */
export function CountIn({ plot, observer, unitSystem, onKept }: CountInProps) {
  const [count, setCount] = useState(plot.auxiliary);
  const [trouble, setTrouble] = useState<string | null>(null);
  const kept = useRef(plot.auxiliary);
  const latest = useRef(plot.auxiliary);
  const sending = useRef(false);
  latest.current = count;
  useEffect(() => {
    const body = (auxiliary: number) => ({ id: newId(), observer, device: deviceId(), madeAt: now(), auxiliary });
    const address = `/api/plots/${plot.id}/corrections`;
    // One after the other: a count that waits for its answer must not land on top of a later one.
    const keep = async (): Promise<void> => {
      if (sending.current) return;
      sending.current = true;
      try {
        while (latest.current !== null && latest.current !== kept.current) {
          const after = await callUntilAnswered<PlotView>(address, body(latest.current), setTrouble);
          kept.current = after.auxiliary;
          onKept(after);
        }
        setTrouble(null);
      } catch (error) {
        setTrouble(errorText(error));
      } finally {
        sending.current = false;
      }
    };
    const timer = setTimeout(() => void keep(), QUIET_MS);
    // Whoever leaves at once takes the last tap along.
    const leave = (): void => {
      if (count === null || count === kept.current) return;
      call('POST', address, body(count), { keepalive: true }).catch(() => undefined);
    };
    addEventListener('pagehide', leave);
    return () => {
      clearTimeout(timer);
      removeEventListener('pagehide', leave);
    };
  }, [count, observer, plot.id, onKept]);
  const units = STAND_UNITS[unitSystem];
  const factor = plot.shape.kind === 'variable-radius' ? plot.shape.factorM2PerHa : 0;
  return (
    <section aria-label={t('tally.trees-counted-in', 'Trees counted in')} className="grid gap-1">
      <h2 className="sr-only font-bold md:not-sr-only">{t('tally.trees-counted-in', 'Trees counted in')}</h2>
      <div className="flex flex-wrap items-center gap-x-3">
        <button
          type="button"
          className="btn min-h-14 min-w-14 justify-center"
          aria-label={t('tally.one-tree-fewer', 'One tree fewer')}
          disabled={count === null || count === 0}
          onClick={() => {
            setCount(Math.max(0, (count ?? 0) - 1));
          }}
        >
          <Minus aria-hidden="true" />
        </button>
        <output className="figures min-w-14 text-center text-5xl font-extrabold" aria-live="polite">
          {count ?? '—'}
        </output>
        <button
          type="button"
          className="btn btn-main min-h-14 min-w-20 justify-center"
          aria-label={t('tally.one-tree-more', 'One tree more')}
          onClick={() => {
            setCount((count ?? 0) + 1);
          }}
        >
          <Plus aria-hidden="true" />
        </button>
        {count === null && (
          <button
            type="button"
            className="btn"
            onClick={() => {
              setCount(0);
            }}
          >
            {t('tally.no-trees', 'No trees')}
          </button>
        )}
        <p className="min-w-24 flex-1 text-[0.95rem] leading-tight text-quiet">
          {count === null ? (
            t('tally.not-counted-yet', 'Not counted yet.')
          ) : (
            <>
              {t('tally.counted', 'Counted: {count} {basalArea}{per}', {
                count: printRounded(units.basalAreaPer(count * factor), 1),
                basalArea: units.basalArea,
                per: units.per,
              })}
            </>
          )}
        </p>
      </div>
      <p className="hidden text-[0.95rem] text-quiet md:block">
        {t('tally.the-tally-below-holds-the', 'The tally below holds the trees that you measure.')}
      </p>
      {trouble !== null && <Alert>{trouble}</Alert>}
    </section>
  );
}
