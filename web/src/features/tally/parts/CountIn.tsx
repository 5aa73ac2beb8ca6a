import { useEffect, useRef, useState } from 'react';
import { Minus, Plus } from 'lucide-react';
import { printRounded, type UnitSystem } from '@arbolito/core/quantity';
import { STAND_UNITS } from '@arbolito/core/survey';
import { callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import type { PlotView } from '../../../contracts/views.ts';

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
  const [count, setCount] = useState(plot.quick);
  const [trouble, setTrouble] = useState<string | null>(null);
  const kept = useRef(plot.quick);
  useEffect(() => {
    if (count === null || count === kept.current) return;
    const keep = async (): Promise<void> => {
      try {
        const body = { id: newId(), observer, device: deviceId(), madeAt: now(), quick: count };
        const after = await callUntilAnswered<PlotView>(`/api/plots/${plot.id}/corrections`, body, setTrouble);
        kept.current = after.quick;
        setTrouble(null);
        onKept(after);
      } catch (error) {
        setTrouble(error instanceof Error ? error.message : 'The count could not be kept.');
      }
    };
    const timer = setTimeout(() => void keep(), QUIET_MS);
    return () => {
      clearTimeout(timer);
    };
  }, [count, observer, plot.id, onKept]);
  const units = STAND_UNITS[unitSystem];
  const factor = plot.shape.kind === 'point' ? plot.shape.factorM2PerHa : 0;
  return (
    <section aria-label="Trees counted in" className="grid gap-1">
      <h2 className="sr-only font-bold md:not-sr-only">Trees counted in</h2>
      <div className="flex flex-wrap items-center gap-x-3">
        <button
          type="button"
          className="btn min-h-14 min-w-14 justify-center"
          aria-label="One less"
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
          aria-label="One more"
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
            None
          </button>
        )}
        <p className="min-w-24 flex-1 text-[0.95rem] leading-tight text-quiet">
          {count === null ? (
            'Not counted yet.'
          ) : (
            <>
              counted in: {printRounded(units.basalAreaPer(count * factor), 1)} {units.basalArea} / {units.area}
            </>
          )}
        </p>
      </div>
      <p className="hidden text-[0.95rem] text-quiet md:block">The tally holds those that you measure.</p>
      {trouble !== null && <p role="alert">{trouble}</p>}
    </section>
  );
}
