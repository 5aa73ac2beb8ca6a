import { type StandLogsTask, work } from './work.ts';

self.addEventListener('message', ({ data }: MessageEvent<StandLogsTask>) => {
  work(data, (report) => {
    self.postMessage(report);
  });
});
