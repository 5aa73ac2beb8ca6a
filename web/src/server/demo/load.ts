import { v5 as uuidFromName } from 'uuid';
import { printAsRead } from '@arbolito/core/quantity';
import { monteValdeliro, seededRandom, type Scene } from '@arbolito/core/practice';
import { USUAL_FORM_FACTOR } from '@arbolito/core/stem';
import type { Services } from '../compose.ts';

const DEMO_NAMESPACE = '6f1d3c1e-6a0b-4c5e-9d7a-2f5b0c8a41d3';
const SEED = 2026;
const DEVICE = 'demo data';

/** Demo identifiers follow from names, so that the demo is the same forest everywhere. */
const idOf = (...names: readonly string[]): string => uuidFromName(names.join(' / '), DEMO_NAMESPACE);

/** Morning of the first field day; trees follow each other by three minutes. */
const momentOf = (scene: Scene, minutes: number): string =>
  new Date(Date.parse(`${scene.startedOn}T07:00:00Z`) + minutes * 60_000).toISOString();

export const DEMO_SURVEY_ID = idOf('survey', 'Monte Valdeliro', 'Visit of 2026');

/**
 * Loads the demo forest through the same services that crews write through.
 *
 * @returns false where it is there already, whatever has been changed in it since
 */
export async function loadDemo({ surveys, plots, trees }: Services): Promise<boolean> {
  const scene = monteValdeliro(seededRandom(SEED));
  const writer = { observer: scene.crew, device: DEVICE };
  const { created } = await surveys.create({
    id: DEMO_SURVEY_ID,
    ...writer,
    place: { id: idOf('place', scene.place), name: scene.place },
    name: scene.survey,
    unitSystem: 'metric',
    slopeUnit: 'm20',
    breastHeightM: 1.3,
    eyeHeightM: scene.eyeHeightM,
    formFactor: USUAL_FORM_FACTOR.value,
    formFactorStandardError: USUAL_FORM_FACTOR.standardError,
    crew: scene.crew,
    startedOn: scene.startedOn,
    species: [...scene.species],
    strata: scene.strata.map(({ name, areaHa }) => ({ id: idOf('stratum', name), name, areaHa })),
  });
  let minutes = 0;
  for (const plot of scene.plots) {
    const plotId = idOf('plot', plot.label);
    const made = await plots.create({
      id: plotId,
      ...writer,
      surveyId: DEMO_SURVEY_ID,
      stratumId: idOf('stratum', plot.stratum),
      label: plot.label,
      areaM2: plot.areaM2,
      slopePct: plot.slopePct,
    });
    for (const tree of made.created || created ? plot.trees : []) {
      minutes += 3;
      const observedAt = momentOf(scene, minutes);
      const id = (what: string) => idOf(what, plot.label, tree.tag);
      await trees.create({
        id: id('tree'),
        ...writer,
        plotId,
        observationId: id('observation'),
        stemId: id('stem'),
        tag: tree.tag,
        speciesCode: tree.speciesCode,
        observedAt,
        readings: tree.readings.map(({ measure, methodId, key, value, unit }) => ({
          id: id(`reading ${measure} ${key}`),
          measure,
          methodId,
          key,
          value,
          unit,
          asRead: printAsRead(value, measure === 'height' && key !== 'distance'),
          attempt: 1,
          takenAt: observedAt,
        })),
      });
    }
    if (made.created && plot.state === 'finished') {
      await trees.correctPlot(plotId, {
        id: idOf('finished', plot.label),
        ...writer,
        madeAt: momentOf(scene, minutes),
        finished: true,
      });
    }
  }
  return created;
}
