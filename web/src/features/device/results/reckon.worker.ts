import { FINISHED_PLOTS } from '../../../reckon/combine-plots.ts';
import { reckonSurvey } from '../../../reckon/survey-on-device.ts';
import type { ReckonTask } from './reckon-here.ts';

self.addEventListener('message', ({ data: { own, before, unfinished } }: MessageEvent<ReckonTask>) => {
  self.postMessage(reckonSurvey(own, before, { ...FINISHED_PLOTS, unfinished }));
});
