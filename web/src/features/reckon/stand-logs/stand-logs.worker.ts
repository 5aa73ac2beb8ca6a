import { work, type StandLogsTask } from './work.ts';

self.addEventListener('message', ({ data }: MessageEvent<StandLogsTask>) => {
  work(data, (report) => {
    self.postMessage(report);
  });
});
