import {
  demoRecord,
  type DemoSurvey,
  harrowCreek,
  harrowWood,
  heronKit,
  monteValdeliro,
  valdeliroWood,
  villaBrezo,
} from '@arbolito/demo';
import { toTreeWrite } from '../../contracts/tree-write.ts';
import { v5 as uuidFromName } from 'uuid';
import { outlineGeometry } from '@arbolito/core/layout';
import { parseCallout, parseTreeForm } from '@arbolito/core/callout';
import { seededRandom } from '@arbolito/core/statistics';
import {
  COMMON_SPECIES,
  RULE_SETS,
  type RuleSetId,
  USUAL_FORM_FACTOR,
  type WoodSettings,
} from '@arbolito/core/protocol';
import type { Services } from '../compose.ts';
import { Problem } from '../problem.ts';

const DEMO_NAMESPACE = '6f1d3c1e-6a0b-4c5e-9d7a-2f5b0c8a41d3';
const SEED = 2026;
const DEVICE = 'demo data';

/** Demo identifiers follow from names, so that the demo is the same forest everywhere. */
const idOf = (...names: readonly string[]): string => uuidFromName(names.join(' / '), DEMO_NAMESPACE);

/** Morning of the first field day; trees follow each other by three minutes. */
const momentOf = (startedOn: string, minutes: number): string =>
  new Date(Date.parse(`${startedOn}T07:00:00Z`) + minutes * 60_000).toISOString();

export const DEMO_SURVEY_ID = idOf('survey', 'Monte Valdeliro', 'Visit of 2026');

export const WOODLOT_SURVEY_ID = idOf('survey', 'Harrow Creek Wood', 'Cruise of 2026');

export const STREETS_SURVEY_ID = idOf('survey', 'Villa Brezo', 'Street trees of 2026');

export const EARLIER_SURVEY_ID = idOf('survey', 'Monte Valdeliro', 'Visit of 2019');

interface Visit {
  readonly surveyId: string;
  readonly name: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly plots: DemoSurvey['plots'];
  readonly previousSurveyId?: string;
  /** Sets its identifiers apart from those of the other visit. */
  readonly prefix: readonly string[];
}

/** A set of field rules as plain data; the breast height stands beside them. */
function rulesOf(id: RuleSetId) {
  const { breastHeightM: _beside, classes, products, ...rules } = RULE_SETS[id].rules;
  return { ...rules, classes: { ...classes }, products: products.map((product) => ({ ...product })) };
}

/** What an earlier release made otherwise stays as it is: null for that. */
async function unlessMadeOtherwise<T>(write: Promise<T>): Promise<T | null> {
  try {
    return await write;
  } catch (error) {
    if (error instanceof Problem && error.code === 'conflict') return null;
    throw error;
  }
}

/** Loads one visit through the services; answers false where the survey is there already. */
async function loadVisit(
  { surveyCommands, plotCommands, treeCommands }: Services,
  scene: DemoSurvey,
  visit: Visit,
): Promise<boolean> {
  const { surveyId, crew, prefix } = visit;
  const writer = { observer: crew, device: DEVICE };
  const own = (...names: readonly string[]): string => idOf(...prefix, ...names);
  const survey = surveyCommands.create({
    id: surveyId,
    ...writer,
    place: { id: idOf('place', scene.place), name: scene.place },
    name: visit.name,
    unitSystem: scene.unitSystem,
    slopeUnit: scene.slopeUnit,
    breastHeightM: scene.breastHeightM,
    design: scene.design,
    ...(scene.rules === undefined ? {} : { fieldRules: rulesOf(scene.rules) }),
    eyeHeightM: scene.eyeHeightM,
    formFactor: USUAL_FORM_FACTOR.value,
    formFactorStandardError: USUAL_FORM_FACTOR.standardError,
    crew,
    startedOn: visit.startedOn,
    species: [...scene.species],
    strata: scene.strata.map(({ name, areaHa, outline }) => ({
      id: own('stratum', name),
      name,
      ...(areaHa === undefined ? {} : { areaHa }),
      ...(outline === undefined ? {} : { outline: outlineGeometry([outline]) }),
    })),
    ...(visit.previousSurveyId === undefined ? {} : { previousSurveyId: visit.previousSurveyId }),
  });
  const begun = await unlessMadeOtherwise(survey);
  if (begun === null) return false;
  const { created } = begun;
  let minutes = 0;
  for (const plot of visit.plots) {
    const plotId = own('plot', plot.label);
    const laid = plotCommands.create({
      id: plotId,
      ...writer,
      surveyId,
      stratumId: own('stratum', plot.stratum),
      label: plot.label,
      shape: plot.shape,
      slopePct: plot.slopePct,
      aspectDeg: plot.aspectDeg,
      ...plot.position,
    });
    const made = await unlessMadeOtherwise(laid);
    if (made === null) continue;
    for (const tree of made.created || created ? plot.trees : []) {
      minutes += 3;
      const observedAt = momentOf(visit.startedOn, minutes);
      const id = (what: string) => own(what, plot.label, tree.tag);
      const observer = tree.observer ?? crew;
      const record = demoRecord(tree, { plotId, observer, device: DEVICE, takenAt: observedAt, id });
      const by = { observationId: id('observation'), observedAt, observer, device: DEVICE };
      await treeCommands.create(toTreeWrite({ ...record, plotId }, by));
    }
    if (made.created && (plot.state === 'finished' || plot.state === 'empty')) {
      await plotCommands.correct(plotId, {
        id: own('finished', plot.label),
        ...writer,
        madeAt: momentOf(visit.startedOn, minutes),
        finished: true,
        ...(plot.state === 'empty' ? { empty: true } : {}),
      });
    }
  }
  return created;
}

/** The kit of the crew of 2026, as it was checked on the days before: one check overdue, one zero that is off. */
async function loadKit({ kit }: Services): Promise<void> {
  const writer = { observer: 'Crew Heron', device: DEVICE };
  const { crew, instruments } = heronKit();
  for (const { checks, ...instrument } of instruments) {
    const instrumentId = idOf('instrument', crew, instrument.name);
    const { created } = await kit.add({ id: instrumentId, ...writer, crew, ...instrument });
    for (const { checkedAt, readings } of created ? checks : []) {
      await kit.check(instrumentId, {
        id: idOf('check', crew, instrument.name, checkedAt),
        ...writer,
        checkedAt,
        readings,
      });
    }
  }
}

/** Only at first: whatever a visitor has settled since then stays. */
async function settleWood(
  services: Services,
  surveyId: string,
  scene: DemoSurvey,
  settings: WoodSettings,
): Promise<void> {
  if ((await services.wood.history(surveyId)).length > 0) return;
  const { species, ...wood } = settings;
  await services.wood.settle(surveyId, {
    id: idOf('wood', scene.survey),
    observer: scene.crew,
    device: DEVICE,
    madeAt: momentOf(scene.startedOn, 0),
    species: [...species],
    ...wood,
  });
}

/** Trees that a visitor of the demo finds in the notebook. */
const NOTED = [
  {
    name: 'Old beech at the spring',
    place: 'Monte Valdeliro',
    note: 'hollow on the north side',
    line: 'bt 112.4 = 27.5',
  },
  { name: 'Oak by the mill', place: 'Harrow Creek', note: 'crown reduced in 2019', line: 'po 84.2 +95% -4% @22' },
  { name: 'String 4', place: 'Harrow Creek', note: 'behind the barn', line: '', stringKept: true },
] as const;

/** Keeps the trees of the notebook once; what a visitor has done with them since stays. */
async function loadNotebook(services: Services): Promise<void> {
  for (const { name, place, note, line, ...more } of NOTED) {
    const treeId = idOf('notebook', name);
    const context = { unitSystem: 'metric', slopeUnit: 'pct', species: COMMON_SPECIES } as const;
    const stamp = { observer: 'Crew Heron', device: DEVICE, takenAt: momentOf('2026-05-02', 0) };
    let made = 0;
    const { tree } = parseTreeForm(parseCallout(line, context).draft, {
      ...context,
      stamp: { ...stamp, newId: () => idOf('notebook', name, String((made += 1))) },
    });
    const { readings, stemId } = toTreeWrite(
      { ...tree, id: treeId, plotId: '' },
      { observationId: treeId, observedAt: stamp.takenAt, observer: stamp.observer, device: stamp.device },
    );
    if (await services.notebook.isKnown(treeId)) continue;
    await services.notebook.save({
      ...{ id: idOf('notebook write', name), treeId, stemId, name, place, note, readings: [...readings] },
      ...{ observer: stamp.observer, device: stamp.device, madeAt: stamp.takenAt, unitSystem: 'metric' },
      ...(tree.speciesCode === '' ? {} : { speciesCode: tree.speciesCode }),
      ...more,
    });
  }
}

/**
 * Loads the demo places through the same services that crews write through: the street trees of Villa Brezo, Monte Valdeliro
 * in 2026 and on the visit before it, and the cruise of Harrow Creek Wood.
 *
 * @returns false where it is there already, whatever has been changed in it since
 */
export async function loadDemo(services: Services): Promise<boolean> {
  await loadKit(services);
  await loadNotebook(services);
  const town = villaBrezo(seededRandom(SEED));
  await loadVisit(services, town, {
    surveyId: STREETS_SURVEY_ID,
    name: town.survey,
    crew: town.crew,
    startedOn: town.startedOn,
    plots: town.plots,
    prefix: [town.place],
  });
  const scene = monteValdeliro(seededRandom(SEED));
  const { earlier } = scene;
  await loadVisit(services, scene, {
    surveyId: EARLIER_SURVEY_ID,
    name: earlier.survey,
    crew: earlier.crew,
    startedOn: earlier.startedOn,
    plots: earlier.plots,
    prefix: ['2019'],
  });
  const isNew = await loadVisit(services, scene, {
    surveyId: DEMO_SURVEY_ID,
    name: scene.survey,
    crew: scene.crew,
    startedOn: scene.startedOn,
    plots: scene.plots,
    previousSurveyId: EARLIER_SURVEY_ID,
    prefix: [],
  });
  await settleWood(services, DEMO_SURVEY_ID, scene, valdeliroWood(seededRandom(SEED)));
  const woodlot = harrowCreek(seededRandom(SEED));
  const isNewToo = await loadVisit(services, woodlot, {
    surveyId: WOODLOT_SURVEY_ID,
    name: woodlot.survey,
    crew: woodlot.crew,
    startedOn: woodlot.startedOn,
    plots: woodlot.plots,
    prefix: [woodlot.place],
  });
  await settleWood(services, WOODLOT_SURVEY_ID, woodlot, harrowWood());
  return isNew || isNewToo;
}
