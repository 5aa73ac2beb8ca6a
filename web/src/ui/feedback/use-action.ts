import { useRef, useState } from 'react';
import { errorText } from '../../client/api.ts';

export interface Action {
  /**
   * Runs one act at a time; while one runs, others are ignored.
   *
   * @param work told whom to tell why it takes longer; returns what to say when it is done
   */
  readonly run: (work: (onWait: (words: string) => void) => Promise<string | null>) => Promise<void>;
  readonly isBusy: boolean;
  /** How it went, or what it waits for. */
  readonly said: string | null;
  /** What went wrong. */
  readonly trouble: string | null;
}

/** An act of a button, such as a request: whether it runs, and how it went. */
export function useAction(): Action {
  const [said, setSaid] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const running = useRef(false);
  return {
    said,
    trouble,
    isBusy,
    run: async (work) => {
      if (running.current) return;
      running.current = true;
      setBusy(true);
      setTrouble(null);
      setSaid(null);
      try {
        setSaid(await work(setSaid));
      } catch (error) {
        setSaid(null);
        setTrouble(errorText(error));
      }
      running.current = false;
      setBusy(false);
    },
  };
}
