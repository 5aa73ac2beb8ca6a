import { mapAbout } from '@arbolito/core/layout';
import { COMMON_SPECIES, RULE_SETS, USUAL_DESIGN } from '@arbolito/core/protocol';
import { normal, pick, type Random } from '@arbolito/core/statistics';
import { type DemoPlot, type DemoReading, type DemoSurvey, type DemoTree, placeAway } from './demo-survey.ts';

/** A row of trees: where it begins in the town, in m, and which way it goes. */
interface Street {
  readonly name: string;
  readonly speciesCode: string;
  readonly trees: number;
  readonly dbhCm: number;
  readonly heightM: number;
  readonly from: readonly [eastM: number, northM: number];
  readonly stepM: readonly [eastM: number, northM: number];
}

const STREETS: readonly Street[] = [
  { name: 'Avenida', speciesCode: 'li', trees: 32, dbhCm: 46, heightM: 15, from: [0, 0], stepM: [9, 1] },
  { name: 'Ribera', speciesCode: 'pl', trees: 24, dbhCm: 72, heightM: 21, from: [10, 60], stepM: [10, 0.5] },
  { name: 'Plaza', speciesCode: 'hb', trees: 16, dbhCm: 38, heightM: 12, from: [120, 90], stepM: [6, 6] },
  { name: 'Escuela', speciesCode: 'mg', trees: 8, dbhCm: 24, heightM: 7, from: [240, 40], stepM: [0, 8] },
];

/** Away from the other places, degrees. */
const AWAY = 0.4;
const DISTANCE_M = 20;
const EYE_HEIGHT_M = 1.62;

const round = (value: number, decimals: number): number => Number(value.toFixed(decimals));

const ofHeight = (key: string, value: number, unit: DemoReading['unit']): DemoReading => ({
  measure: 'height',
  methodId: 'height.two-angles',
  key,
  value,
  unit,
});

const ofDiameter = (value: number, stem?: number): DemoReading => ({
  measure: 'diameter',
  methodId: 'diameter.tape',
  key: 'diameter',
  value,
  unit: 'cm',
  ...(stem === undefined ? {} : { stem }),
});

/** What is noted of a tree: most stand well. */
const CONDITIONS = [[], [], [], [], [], [], ['lean'], ['ivy'], ['rot'], ['nest']] as const;
/** One tree in so many forks below breast height. */
const FORKED_EACH = 13;

function streetTree(random: Random, street: Street, at: number, tag: string): DemoTree {
  const { speciesCode, dbhCm, heightM, from, stepM } = street;
  const size = Math.min(1.5, Math.max(0.5, normal(random, 1, 0.18)));
  const percent = (riseM: number): number => Math.round((riseM / DISTANCE_M) * 100);
  const rise = heightM * Math.sqrt(size) - EYE_HEIGHT_M;
  const conditions = pick(
    random,
    CONDITIONS.map((codes) => [codes, 1] as const),
  );
  const { latitude, longitude } = mapAbout(placeAway(AWAY)).toLatLon({
    eastM: from[0] + at * stepM[0] + normal(random, 0, 0.3),
    northM: from[1] + at * stepM[1] + normal(random, 0, 0.3),
  });
  return {
    tag,
    speciesCode,
    readings: [
      ofDiameter(round(dbhCm * size, 1)),
      ...(at % FORKED_EACH === FORKED_EACH - 1 ? [ofDiameter(round(dbhCm * size * 0.7, 1), 2)] : []),
      ofHeight('top', percent(rise), 'pct'),
      ofHeight('base', percent(-EYE_HEIGHT_M), 'pct'),
      ofHeight('distance', DISTANCE_M, 'm'),
    ],
    notes: {
      ...(conditions.length === 0 ? {} : { conditions }),
      place: { latitude: round(latitude, 6), longitude: round(longitude, 6), accuracyM: 2 },
    },
    planted: null,
  };
}

/**
 * The trees of a town's streets: a list without an area, each tree with its position.
 *
 * @param random the same source gives the same trees
 */
export function villaBrezo(random: Random): DemoSurvey {
  const shape = { kind: 'tree-list' } as const;
  let number = 0;
  const plots = STREETS.map((street): DemoPlot => ({
    label: street.name,
    stratum: 'town',
    shape,
    slopePct: 0,
    aspectDeg: 0,
    position: null,
    state: 'finished',
    trees: Array.from({ length: street.trees }, (_, at) => {
      number += 1;
      return streetTree(random, street, at, String(number));
    }),
  }));
  return {
    place: 'Villa Brezo',
    survey: 'Street trees of 2026',
    crew: 'Crew Heron',
    startedOn: '2026-04-14',
    eyeHeightM: EYE_HEIGHT_M,
    species: [
      ...COMMON_SPECIES.filter(({ code }) => STREETS.some(({ speciesCode }) => speciesCode === code)),
      { code: 'mg', name: 'Magnolia', crown: 'dome' },
    ],
    unitSystem: 'metric',
    slopeUnit: 'pct',
    breastHeightM: RULE_SETS.urban.rules.breastHeightM,
    rules: 'urban',
    design: { ...USUAL_DESIGN, shape, heights: { ask: 'every', n: 1 } },
    strata: [{ name: 'town' }],
    plots,
  };
}
