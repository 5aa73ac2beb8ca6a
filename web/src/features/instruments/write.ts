import { useState } from 'react';

export interface Writing {
  readonly said: string | null;
  readonly busy: boolean;
  readonly run: (work: () => Promise<string>) => void;
  /** Said again at each attempt, as when the server does not answer. */
  readonly say: (words: string) => void;
}

/** Writes one thing at a time, and says what became of it. */
export function useWriting(): Writing {
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  return {
    said,
    busy,
    say: setSaid,
    run: (work) => {
      if (busy) return;
      setBusy(true);
      work()
        .then(setSaid, (error: unknown) => {
          setSaid(error instanceof Error ? error.message : 'That could not be kept.');
        })
        .finally(() => {
          setBusy(false);
        });
    },
  };
}
