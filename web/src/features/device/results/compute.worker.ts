import { FINISHED_PLOTS } from '../../../computation/combine-plots.ts';
import { computeSurvey } from '../../../computation/survey-on-device.ts';
import type { ComputeTask } from './compute-here.ts';

self.addEventListener('message', ({ data: { own, before, unfinished } }: MessageEvent<ComputeTask>) => {
  self.postMessage(computeSurvey(own, before, { ...FINISHED_PLOTS, unfinished }));
});
