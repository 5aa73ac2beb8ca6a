import { useEffect, useState } from 'react';

type Saws = readonly number[] | null;

interface HandCuts {
  /** Where somebody has put the saw; null for the best cuts. */
  readonly saws: Saws;
  readonly setSaws: (saws: Saws) => void;
  readonly undo: () => void;
  readonly canUndo: boolean;
}

const MOST_STEPS = 100;
/** Moves that follow each other faster are one drag, in ms. */
const ONE_DRAG_MS = 400;

/** Cuts by hand, each drag of which can be taken back; also by Ctrl and Z outside the fields. */
export function useSaws(): HandCuts {
  const [{ saws, past, at }, setState] = useState<{
    readonly saws: Saws;
    readonly past: readonly Saws[];
    readonly at: number;
  }>({ saws: null, past: [], at: -Infinity });
  const undo = (): void => {
    setState((now) => ({ saws: now.past.at(-1) ?? null, past: now.past.slice(0, -1), at: -Infinity }));
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const isField = event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null;
      if (isField || event.key !== 'z' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      undo();
    };
    document.addEventListener('keydown', onKey);
    return () => {
      document.removeEventListener('keydown', onKey);
    };
  }, []);
  return {
    saws,
    setSaws: (next) => {
      const moment = performance.now();
      const isSameDrag = moment - at < ONE_DRAG_MS && past.length > 0 && saws?.length === next?.length;
      setState({ saws: next, past: isSameDrag ? past : [...past, saws].slice(-MOST_STEPS), at: moment });
    },
    undo,
    canUndo: past.length > 0,
  };
}
