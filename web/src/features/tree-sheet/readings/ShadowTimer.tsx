import { useEffect, useState } from 'react';
import { estimateOf } from '@arbolito/core/uncertainty';
import { printRounded } from '@arbolito/core/units';
import { localFigure } from '../../../messages/figures.ts';
import { t } from '../../../messages/text.ts';
import type { SheetView } from '../store.ts';

const SHADOWS = ['staffShadow', 'treeShadow'] as const;
/** How much a height by shadows changes in a minute at most, as the sun moves. */
const SHARE_PER_MINUTE = 0.005;
const SECOND_MS = 1000;

const clock = (ms: number): string => {
  const seconds = Math.floor(ms / SECOND_MS);
  return `${String(Math.floor(seconds / 60))}:${String(seconds % 60).padStart(2, '0')}`;
};

interface Timed {
  readonly startedAt: number | null;
  readonly endedAt: number | null;
}

const NOT_STARTED: Timed = { startedAt: null, endedAt: null };

/** Runs from the first shadow to the second, and says what the sun's way between them may have added to the height. */
export function ShadowTimer({ view }: { readonly view: SheetView }) {
  const measured = SHADOWS.filter((key) => (view.draft.height.entries[key]?.text ?? '').trim() !== '').length;
  const [{ startedAt, endedAt }, setTimed] = useState(NOT_STARTED);
  const [now, setNow] = useState(0);
  useEffect(() => {
    const at = Date.now();
    setNow(at);
    setTimed((before) => {
      if (measured === 0) return NOT_STARTED;
      // Two shadows that were there from the beginning: nobody knows when they were measured.
      if (measured === 2) return before.startedAt === null ? before : { ...before, endedAt: before.endedAt ?? at };
      return { startedAt: before.startedAt ?? at, endedAt: null };
    });
  }, [measured]);
  const isRunning = startedAt !== null && endedAt === null;
  useEffect(() => {
    if (!isRunning) return undefined;
    const timer = setInterval(() => {
      setNow(Date.now());
    }, SECOND_MS);
    return () => {
      clearInterval(timer);
    };
  }, [isRunning]);
  if (startedAt === null) return null;
  const tookMs = Math.max(0, (endedAt ?? now) - startedAt);
  const share = (SHARE_PER_MINUTE * tookMs) / (60 * SECOND_MS);
  const height = view.reckoned.height === null ? null : estimateOf(view.reckoned.height);
  if (isRunning)
    return (
      <p className="figures" role="timer">
        {t('tree-sheet.shadow-timer', 'First shadow {clock} ago. Measure the other within a minute.', {
          clock: clock(tookMs),
        })}
      </p>
    );
  return (
    <p className="figures" role="status">
      {t('tree-sheet.shadow-delay', 'Second shadow {clock} after the first: error up to {pct} %{ofHeight}.', {
        clock: clock(tookMs),
        pct: localFigure(printRounded(100 * share, 1)),
        ofHeight:
          height === null ? '' : `, ${localFigure(printRounded(share * height.value, 2))} ${height.printed.unit}`,
      })}
    </p>
  );
}
