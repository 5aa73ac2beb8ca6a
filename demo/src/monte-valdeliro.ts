import { isPlausibleHeight } from '@arbolito/core/height';
import { decimalsOf, slopeReading, type SlopeUnit, toGraduation } from '@arbolito/core/units';
import { COMMON_SPECIES, USUAL_DESIGN } from '@arbolito/core/protocol';
import { manyHeights } from './many-heights.ts';
import { normal, pick, type Random, weibull } from '@arbolito/core/statistics';
import {
  demoGround,
  type DemoPlot,
  type DemoReading,
  type DemoSurvey,
  type DemoTree,
  type EarlierVisit,
  type PlantedError,
} from './demo-survey.ts';

interface Stand {
  readonly name: string;
  readonly areaHa: number;
  /** Shares of the species. */
  readonly mix: readonly (readonly [string, number])[];
  /** Weibull scale of the diameters above 10 cm. */
  readonly spreadCm: number;
  /** Height of thick trees relative to the species' usual one. */
  readonly vigour: number;
  readonly plots: number;
  /** Corners in metres; together they have the area. */
  readonly corners: readonly (readonly [number, number])[];
}

const STANDS: readonly Stand[] = [
  {
    name: 'North slope',
    areaHa: 10,
    mix: [
      ['sp', 6],
      ['bt', 3],
      ['po', 1],
    ],
    spreadCm: 19,
    vigour: 1,
    plots: 7,
    corners: [
      [0, 0],
      [400, 40],
      [400, 290],
      [0, 250],
    ],
  },
  {
    name: 'Beech hollow',
    areaHa: 8,
    mix: [
      ['bt', 7],
      ['sp', 1],
      ['ch', 2],
    ],
    spreadCm: 23,
    vigour: 1.08,
    plots: 6,
    corners: [
      [400, 40],
      [800, 0],
      [800, 200],
      [400, 240],
    ],
  },
  {
    name: 'Oak ridge',
    areaHa: 6,
    mix: [
      ['po', 6],
      ['ch', 2],
      ['sp', 2],
    ],
    spreadCm: 14,
    vigour: 0.86,
    plots: 5,
    corners: [
      [0, 260],
      [300, 290],
      [300, 490],
      [0, 460],
    ],
  },
];

/** Michailoff curve h = 1.3 + a exp(−b ÷ d), in m and cm, per species. */
const HEIGHT_CURVES: Readonly<Record<string, { readonly a: number; readonly b: number }>> = {
  sp: { a: 29, b: 14 },
  bt: { a: 33, b: 15 },
  po: { a: 22, b: 11 },
  ch: { a: 26, b: 13 },
};

const AREA_M2 = 500;
/** The directions in which the strata fall. */
const ASPECTS_DEG = [350, 45, 200] as const;
const EYE_HEIGHT_M = 1.62;
const STAND_OFFS_M = [15, 20, 25, 30] as const;
const SCALES: readonly (readonly [SlopeUnit, number])[] = [
  ['m20', 5],
  ['pct', 3],
  ['m15', 1],
  ['deg', 1],
];
const READ_TO: Readonly<Record<SlopeUnit, number>> = {
  m25: 0.1,
  m30: 0.1,
  m40: 0.1,
  ft66: 0.5,
  gon: 0.5,
  pct: 1,
  deg: 0.5,
  m20: 0.1,
  m15: 0.1,
};

/** Labels of the plots with readings, and the slip planted in each. */
const TALLIED: Readonly<Record<string, PlantedError | null>> = {
  '1': null,
  '2': 'base sign',
  '3': 'girth as diameter',
  '8': 'wrong scale',
  '9': 'too close',
  '10': null,
  '14': 'percent as degrees',
  '15': null,
  '16': null,
};
const STARTED = '15';
const COPPICED = '8';
const CANKERED = '1';
const MANY_HEIGHTS = '10';

const round = (value: number, graduation: number): number =>
  Number(toGraduation(value, graduation).toFixed(decimalsOf(graduation)));

const trueHeightM = (random: Random, code: string, dbhCm: number, vigour: number): number => {
  const { a, b } = HEIGHT_CURVES[code] ?? { a: 25, b: 13 };
  return 1.3 + a * vigour * Math.exp(-b / dbhCm) * Math.exp(normal(random, 0, 0.06));
};

/** Top, base and distance as a crew reads them from a little uphill. */
function heightReadings(
  random: Random,
  heightM: number,
  slopePct: number,
  unit: SlopeUnit,
  standOffM: number,
): DemoReading[] {
  const distanceM = round(standOffM + (random() < 0.4 ? normal(random, 0, 0.8) : 0), 0.1);
  const uphill = (slopePct / 100) * (0.1 + 0.6 * random());
  const baseTangent = -EYE_HEIGHT_M / distanceM - uphill;
  const topTangent = heightM / distanceM + baseTangent;
  const sight = (tangent: number) => round(slopeReading(tangent + normal(random, 0, 0.006), unit), READ_TO[unit]);
  return [
    { measure: 'height', methodId: 'height.two-angles', key: 'top', value: sight(topTangent), unit },
    { measure: 'height', methodId: 'height.two-angles', key: 'base', value: sight(baseTangent), unit },
    { measure: 'height', methodId: 'height.two-angles', key: 'distance', value: distanceM, unit: 'm' },
  ];
}

const standOff = (heightM: number): number => STAND_OFFS_M.find((distance) => distance >= heightM - EYE_HEIGHT_M) ?? 30;

/** At 15 m and 20 m a crew reads the metre scale made for that distance. */
const scaleAt = (distanceM: number, scale: SlopeUnit): SlopeUnit => {
  if (scale !== 'm15' && scale !== 'm20') return scale;
  return distanceM === 15 ? 'm15' : 'm20';
};

const diameterReading = (random: Random, dbhCm: number): DemoReading =>
  random() < 0.12
    ? { measure: 'diameter', methodId: 'diameter.girth', key: 'girth', value: round(dbhCm * Math.PI, 1), unit: 'cm' }
    : { measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value: round(dbhCm, 0.1), unit: 'cm' };

const change = (
  readings: readonly DemoReading[],
  key: string,
  to: (reading: DemoReading) => DemoReading,
): DemoReading[] => readings.map((reading) => (reading.key === key ? to(reading) : reading));

/** A tree of 34 cm and its usual height, with one slip in its readings. */
function slippedTree(random: Random, slip: PlantedError, code: string, slopePct: number): readonly DemoReading[] {
  const dbhCm = 34;
  const heightM = trueHeightM(random, code, dbhCm, 1);
  const diameter: DemoReading = {
    measure: 'diameter',
    methodId: 'diameter.tape',
    key: 'diameter',
    value: round(dbhCm, 0.1),
    unit: 'cm',
  };
  const read = (unit: SlopeUnit, distanceM: number) => heightReadings(() => 0.5, heightM, slopePct, unit, distanceM);
  switch (slip) {
    case 'base sign':
      return [
        diameter,
        ...change(read('m20', 20), 'base', (reading) => ({ ...reading, value: Math.abs(reading.value) })),
      ];
    case 'girth as diameter':
      return [{ ...diameter, value: round(dbhCm * Math.PI, 0.1) }, ...read('m20', 25)];
    case 'wrong scale':
      // Read on the 1:15 scale from 15 m, noted as the 1:20 scale that the crew uses otherwise.
      return [
        diameter,
        ...read('m15', 15).map((reading) => (reading.unit === 'm15' ? { ...reading, unit: 'm20' as const } : reading)),
      ];
    case 'percent as degrees':
      return [
        diameter,
        ...read('deg', 25)
          .map((reading) =>
            reading.unit === 'deg' ? { ...reading, value: reading.value / 2.2, unit: 'pct' as const } : reading,
          )
          .map((reading) => (reading.unit === 'pct' ? { ...reading, value: round(reading.value, 1) } : reading)),
      ];
    default:
      return [diameter, ...read('pct', 11)];
  }
}

function plotTrees(random: Random, stand: Stand, label: string, slopePct: number): DemoTree[] {
  const count = 12 + Math.floor(random() * 8);
  const slip = TALLIED[label] ?? null;
  const slipAt = slip === null ? -1 : 3 + Math.floor(random() * 5);
  return Array.from({ length: count }, (_, index): DemoTree => {
    const speciesCode = pick(random, stand.mix);
    const dbhCm = Math.min(72, weibull(random, 2.1, stand.spreadCm, 10));
    const heightM = trueHeightM(random, speciesCode, dbhCm, stand.vigour);
    const scale = pick(random, SCALES);
    const diameter = diameterReading(random, dbhCm);
    const distanceM = standOff(heightM);
    const height = heightReadings(random, heightM, slopePct, scaleAt(distanceM, scale), distanceM);
    const measured = index % 3 === 0 && isPlausibleHeight(heightM, dbhCm);
    const tag = String(index + 1);
    if (slip !== null && index === slipAt) {
      const code = stand.mix[0]?.[0] ?? speciesCode;
      return { tag, speciesCode: code, readings: slippedTree(random, slip, code, slopePct), planted: slip };
    }
    return { tag, speciesCode, readings: measured ? [diameter, ...height] : [diameter], planted: null };
  });
}

/** Plots that were walked seven years before, and how fast the species have grown since, in cm a year. */
const WALKED_BEFORE = ['1', '8', '15'];
const YEARS_BETWEEN = 7;
const GROWTH_CM_PER_YEAR: Readonly<Record<string, number>> = { sp: 0.32, bt: 0.38, po: 0.24, ch: 0.55 };
/** Stems of a coppiced chestnut and the heights at which they were taped. */
const COPPICE = [
  [28.4, 1.3],
  [24.1, 1.3],
  [21, 1.45],
  [16.3, 1.3],
] as const;
const OLD_CANKER_M = 1.55;

const point = (value: number, stem?: number): DemoReading => ({
  measure: 'point',
  methodId: 'point.tape',
  key: 'point',
  value,
  unit: 'm',
  ...(stem === undefined ? {} : { stem }),
});

/** A sweet chestnut cut to the ground long ago: four stems, one of them with a bulge at breast height. */
function coppicedChestnut(tag: string): DemoTree {
  const readings = COPPICE.flatMap(([dbhCm, pointM], i): DemoReading[] => {
    const stem = i === 0 ? {} : { stem: i + 1 };
    const diameter = {
      measure: 'diameter',
      methodId: 'diameter.tape',
      key: 'diameter',
      value: dbhCm,
      unit: 'cm',
    } as const;
    return [{ ...diameter, ...stem }, ...(pointM === 1.3 ? [] : [point(pointM, i + 1)])];
  });
  const found = {
    ground: { slopePct: 20 },
    leanDeg: 0,
    trunks: { kind: 'fork', crotchM: 0, stems: COPPICE.length },
    swelling: { kind: 'none' },
  } as const;
  return {
    tag,
    speciesCode: 'ch',
    readings,
    taping: { found, mark: 'numbered clockwise from the north' },
    planted: null,
  };
}

/** A plot as it was seven years before: thinner trees, the thinnest not tallied yet, one taped above a canker. */
function asItWas(random: Random, plot: DemoPlot): DemoPlot {
  const hasCanker = plot.label === CANKERED;
  const trees = plot.trees.flatMap((tree, i): DemoTree[] => {
    const reading = tree.readings.find(({ measure, stem }) => measure === 'diameter' && stem === undefined);
    const several = tree.readings.some(({ stem }) => stem !== undefined);
    if (reading === undefined || several || tree.planted === 'girth as diameter') return [];
    const dbhCm = reading.key === 'girth' ? reading.value / Math.PI : reading.value;
    const yearly = (GROWTH_CM_PER_YEAR[tree.speciesCode] ?? 0.3) * Math.max(0.3, 1 + normal(random, 0, 0.3));
    const before = round(dbhCm - YEARS_BETWEEN * yearly, 0.1);
    if (before < 7) return [];
    const readings: DemoReading[] = [
      { measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value: before, unit: 'cm' },
      ...(hasCanker && i === 1 ? [point(OLD_CANKER_M)] : []),
    ];
    const { tag, speciesCode } = tree;
    const mark = hasCanker && i === 1 ? { taping: { mark: 'blue dot' } } : {};
    return [{ tag, speciesCode, readings, ...mark, planted: null }];
  });
  return { ...plot, state: 'finished', trees };
}

/**
 * Monte Valdeliro, an invented communal mountain forest: eighteen plots in three strata, nine of them with readings as
 * a crew would take them, with a few planted slips for the checks to find.
 *
 * @param random the same source gives the same forest
 */
export function monteValdeliro(random: Random): DemoSurvey & { readonly earlier: EarlierVisit } {
  let number = 0;
  const grounds = STANDS.map((stand, i) => ({
    stand,
    ground: demoGround(stand.corners, stand.plots, { seed: 31 + i, away: 0 }),
  }));
  const plots = grounds.flatMap(({ stand, ground }, at) =>
    Array.from({ length: stand.plots }, (_, i): DemoPlot => {
      number += 1;
      const label = String(number);
      const slopePct = 5 + Math.round(random() * 40);
      const tallied = Object.hasOwn(TALLIED, label);
      const own = tallied ? plotTrees(random, stand, label, slopePct) : [];
      const next = own.length + 1;
      const special =
        label === COPPICED ? [coppicedChestnut(String(next))] : label === MANY_HEIGHTS ? manyHeights(next) : [];
      const trees = [...own, ...special];
      const state = !tallied ? 'planned' : label === STARTED ? 'started' : 'finished';
      return {
        label,
        stratum: stand.name,
        shape: { kind: 'circle', areaM2: AREA_M2 },
        slopePct,
        aspectDeg: ASPECTS_DEG[at] ?? 0,
        position: ground.positionOf(i),
        state,
        trees,
      };
    }),
  );
  return {
    place: 'Monte Valdeliro',
    survey: 'Visit of 2026',
    crew: 'Crew Heron',
    startedOn: '2026-06-01',
    eyeHeightM: EYE_HEIGHT_M,
    species: COMMON_SPECIES.filter(({ code }) => ['sp', 'bt', 'po', 'ch'].includes(code)),
    unitSystem: 'metric',
    slopeUnit: 'm20',
    breastHeightM: 1.3,
    design: USUAL_DESIGN,
    strata: grounds.map(({ stand: { name, areaHa }, ground }) => ({ name, areaHa, outline: ground.outline })),
    plots,
    earlier: {
      survey: 'Visit of 2019',
      startedOn: '2019-06-03',
      crew: 'Crew Badger',
      plots: plots.filter(({ label }) => WALKED_BEFORE.includes(label)).map((plot) => asItWas(random, plot)),
    },
  };
}
