import { deadCodes } from '@arbolito/core/protocol';
import type { StoredPlot, StoredSurvey } from '../../../client/device/device-schema.ts';
import { beyondCopies } from '../../../client/device/outbox.ts';
import { treesWith } from '../../../client/device/plain-trees.ts';
import { storedPlots, storedSurvey } from '../../../client/device/survey-copies.ts';
import { progressWith } from '../../../client/plot-writes.ts';
import type { SurveyView } from '../../../contracts/views.ts';
import type { PlainPlot, PlainSurvey, ComputedSurvey } from '../../../computation/survey-on-device.ts';

/** What the worker is told. */
export interface ComputeTask {
  readonly own: PlainSurvey;
  /** The visit before, where it is on this device. */
  readonly before: PlainSurvey | null;
  /** Plots that are begun count as well. */
  readonly unfinished: boolean;
}

/** A survey with what was worked out of it here. */
export interface ComputedHere extends ComputedSurvey {
  readonly stored: StoredSurvey;
  /** The visit before is not on this device: trees are not compared with it. */
  readonly lacksVisitBefore: boolean;
}

/** A plot as it is with the writes of this device. */
function withWrites({ plot, trees }: StoredPlot, dead: ReadonlySet<string>): PlainPlot {
  const writes = beyondCopies();
  const own = treesWith({ trees, revision: plot.revision }, writes, plot.id, dead).map(({ tree }) => tree);
  return { plot: { ...plot, ...progressWith(plot, writes), trees: own.length }, trees: own };
}

/** The strata of a survey whose plots are on this device. */
export const strataHere = ({ survey, strata = null }: StoredSurvey): SurveyView['strata'] =>
  survey.strata.filter(({ id }) => strata?.includes(id) ?? true);

async function plainSurvey(stored: StoredSurvey): Promise<PlainSurvey> {
  const dead = deadCodes(stored.survey.design.conditions);
  const plots = await storedPlots(stored.id);
  const survey = { ...stored.survey, strata: strataHere(stored) };
  return { survey, kit: stored.kit, plots: plots.map((plot) => withWrites(plot, dead)) };
}

/**
 * Works out results and review list of a survey on this device, in a worker.
 *
 * @returns null where the survey is not on this device
 * @throws Error where the worker fails
 */
export async function computeHere(surveyId: string, unfinished: boolean): Promise<ComputedHere | null> {
  const stored = await storedSurvey(surveyId);
  if (stored === undefined) return null;
  const { previousSurveyId } = stored.survey;
  const previous = previousSurveyId === null ? undefined : await storedSurvey(previousSurveyId);
  const task: ComputeTask = {
    own: await plainSurvey(stored),
    before: previous === undefined ? null : await plainSurvey(previous),
    unfinished,
  };
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' });
  try {
    const computed = await new Promise<ComputedSurvey>((resolve, reject) => {
      worker.addEventListener('message', ({ data }: MessageEvent<ComputedSurvey>) => {
        resolve(data);
      });
      worker.addEventListener('error', ({ message }) => {
        reject(new Error(message));
      });
      worker.postMessage(task);
    });
    return { ...computed, stored, lacksVisitBefore: previousSurveyId !== null && previous === undefined };
  } finally {
    worker.terminate();
  }
}
