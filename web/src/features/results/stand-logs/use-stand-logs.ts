import { useEffect, useRef, useState } from 'react';
import type { StandLogs } from '@arbolito/core/bucking';
import type { StandLogsReport, StandLogsTask } from './work.ts';

export type StandLogsState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly done: number; readonly of: number }
  | { readonly kind: 'done'; readonly logs: StandLogs }
  | { readonly kind: 'failed' };

interface StandLogsWork {
  readonly state: StandLogsState;
  readonly start: (task: StandLogsTask) => void;
  readonly cancel: () => void;
}

/** Cuts a stand in a worker of its own, which can be stopped at any time. */
export function useStandLogs(): StandLogsWork {
  const [state, setState] = useState<StandLogsState>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => stop, []);
  return {
    state,
    start: (task) => {
      stop();
      const own = new Worker(new URL('./stand-logs.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      setState({ kind: 'running', done: 0, of: task.stand.trees.length });
      own.addEventListener('message', ({ data }: MessageEvent<StandLogsReport>) => {
        if (data.kind === 'progress') setState({ kind: 'running', done: data.done, of: data.of });
        else {
          setState({ kind: 'done', logs: data.logs });
          stop();
        }
      });
      own.addEventListener('error', () => {
        setState({ kind: 'failed' });
        stop();
      });
      own.postMessage(task);
    },
    cancel: () => {
      stop();
      setState({ kind: 'idle' });
    },
  };
}
