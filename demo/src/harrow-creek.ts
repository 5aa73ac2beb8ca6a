import { convert, decimalsOf, slopeReading, toGraduation } from '@arbolito/core/units';
import { metricFactor, pointLimitingDistanceM } from '@arbolito/core/plot';
import { COMMON_SPECIES, type PlotShape, USUAL_DESIGN, type WoodSettings } from '@arbolito/core/protocol';
import { normal, pick, type Random, weibull } from '@arbolito/core/statistics';
import {
  demoGround,
  type DemoPlot,
  type DemoReading,
  type DemoSurvey,
  type DemoTree,
  type PlantedError,
} from './demo-survey.ts';

interface Woodlot {
  readonly name: string;
  readonly areaAcres: number;
  readonly points: number;
  readonly mix: readonly (readonly [string, number])[];
  /** Trees that a point counts on the mean. */
  readonly counted: number;
  readonly spreadCm: number;
  readonly corners: readonly (readonly [number, number])[];
}

const FACTOR_FT2_PER_ACRE = 10;
const EYE_HEIGHT_M = 1.66;

const WOODLOTS: readonly Woodlot[] = [
  {
    name: 'Creek bottom',
    areaAcres: 22,
    points: 9,
    mix: [
      ['yp', 5],
      ['wo', 3],
      ['ro', 2],
    ],
    counted: 11,
    spreadCm: 26,
    // 22 acres are 89 031 m².
    corners: [
      [0, 0],
      [480, 30],
      [480, 215.48],
      [0, 185.48],
    ],
  },
  {
    name: 'Upland',
    areaAcres: 40,
    points: 15,
    mix: [
      ['rp', 6],
      ['wo', 2],
      ['ro', 2],
      ['mh', 2],
    ],
    counted: 8,
    spreadCm: 19,
    // 40 acres are 161 874 m².
    corners: [
      [0, 190],
      [480, 220],
      [480, 557.24],
      [0, 527.24],
    ],
  },
];

/** Michailoff curve h = 1.37 + a exp(−b ÷ d), in m and cm, per species. */
const HEIGHT_CURVES: Readonly<Record<string, readonly [number, number]>> = {
  rp: [29, 13],
  wo: [28, 14],
  ro: [29, 14],
  mh: [27, 12],
  yp: [37, 14],
};

const BREAST_HEIGHT_M = 1.3716;
/** The one who reads to half an inch and too tall, and the points that are his. */
const HASTY = 'T. O.';
const CAREFUL = 'M. R.';
const HASTY_FROM = 14;
const TOO_TALL = 1.11;

/** Slips by point; the one on point 20 is that nobody said it was empty. */
const PLANTED: Readonly<Record<string, PlantedError>> = {
  '3': 'base sign',
  '5': 'tallied twice',
  '7': 'girth as diameter',
  '9': 'beyond the limit',
  '12': 'percent as degrees',
};
const NOTHING_SAID = '20';
const EMPTY = '23';

const round = (value: number, graduation: number): number =>
  Number(toGraduation(value, graduation).toFixed(decimalsOf(graduation)));

/** A dbh as an angle gauge finds it: thick ones more often, as their basal area. */
function countedDbhCm(random: Random, spreadCm: number): number {
  for (;;) {
    const dbhCm = Math.min(90, weibull(random, 2.2, spreadCm, 10));
    if (random() < (dbhCm / 90) ** 2) return dbhCm;
  }
}

/** Trees that a point counts: a draw of Poisson’s about the mean (Knuth 1969). */
function countedTrees(random: Random, mean: number): number {
  const limit = Math.exp(-mean);
  let product = random();
  let count = 0;
  while (product > limit) {
    product *= random();
    count += 1;
  }
  return count;
}

const dbhReading = (random: Random, dbhCm: number, isHasty: boolean): DemoReading => ({
  measure: 'diameter',
  methodId: 'diameter.tape',
  key: 'diameter',
  value: round(convert(dbhCm, 'cm', 'in') + normal(random, 0, 0.05), isHasty ? 0.5 : 0.1),
  unit: 'in',
});

const STAND_OFFS_FT = [66, 100, 132] as const;

/** Top, base and distance in percent and feet. */
function heightReadings(random: Random, heightM: number, slopePct: number): DemoReading[] {
  const heightFt = convert(heightM, 'm', 'ft');
  const distanceFt = STAND_OFFS_FT.find((distance) => distance >= heightFt - 6) ?? 132;
  const distanceM = convert(distanceFt, 'ft', 'm');
  const base = -EYE_HEIGHT_M / distanceM - (slopePct / 100) * (0.1 + 0.4 * random());
  const sight = (tangent: number) => round(slopeReading(tangent + normal(random, 0, 0.005), 'pct'), 1);
  const of = { measure: 'height', methodId: 'height.two-angles' } as const;
  return [
    { ...of, key: 'top', value: sight(heightM / distanceM + base), unit: 'pct' },
    { ...of, key: 'base', value: sight(base), unit: 'pct' },
    { ...of, key: 'distance', value: distanceFt, unit: 'ft' },
  ];
}

const change = (readings: readonly DemoReading[], key: string, to: (value: number) => number): DemoReading[] =>
  readings.map((reading) => (reading.key === key ? { ...reading, value: to(reading.value) } : reading));

function slipped(readings: readonly DemoReading[], slip: PlantedError): readonly DemoReading[] {
  switch (slip) {
    case 'base sign':
      return change(readings, 'base', Math.abs);
    case 'girth as diameter':
      return change(readings, 'diameter', (inches) => round(inches * Math.PI, 0.1));
    case 'percent as degrees': {
      const asDegrees = (pct: number) => Math.round((Math.atan(pct / 100) * 180) / Math.PI);
      return change(change(readings, 'top', asDegrees), 'base', asDegrees);
    }
    default:
      return readings;
  }
}

function pointTrees(random: Random, lot: Woodlot, label: string, slopePct: number): DemoTree[] {
  const slip = PLANTED[label] ?? null;
  const count = Math.max(slip === null ? 2 : 6, countedTrees(random, lot.counted));
  const isHasty = Number(label) >= HASTY_FROM;
  const slipAt = slip === null ? -1 : 3;
  const factor = metricFactor(FACTOR_FT2_PER_ACRE);
  const trees = Array.from({ length: count }, (_, i): DemoTree => {
    const isSlip = i === slipAt;
    const speciesCode = isSlip ? (lot.mix[0]?.[0] ?? 'wo') : pick(random, lot.mix);
    const dbhCm = isSlip ? 36 : countedDbhCm(random, lot.spreadCm);
    const [a, b] = HEIGHT_CURVES[speciesCode] ?? [28, 14];
    const spread = isSlip ? 0 : normal(random, 0, 0.05);
    const heightM = (BREAST_HEIGHT_M + a * Math.exp(-b / dbhCm) * Math.exp(spread)) * (isHasty ? TOO_TALL : 1);
    const limitM = pointLimitingDistanceM(dbhCm, factor);
    const awayM = (slip === 'beyond the limit' && isSlip ? 1.12 : 0.15 + 0.8 * Math.sqrt(random())) * limitM;
    const dbh = dbhReading(random, dbhCm, isHasty);
    const height = heightReadings(random, heightM, slopePct);
    const readings = i % 3 === 0 || isSlip ? [dbh, ...height] : [dbh];
    return {
      tag: String(i + 1),
      speciesCode,
      readings: isSlip && slip !== null ? slipped(readings, slip) : readings,
      notes: {
        bearingDeg: Math.floor(random() * 360),
        awayM: convert(round(convert(awayM, 'm', 'ft'), 0.1), 'ft', 'm'),
        ...(random() < 0.04 ? { conditions: ['dead'] } : {}),
      },
      observer: isHasty ? HASTY : CAREFUL,
      planted: isSlip && slip !== 'tallied twice' ? slip : null,
    };
  });
  const twice = trees[slipAt];
  return slip === 'tallied twice' && twice !== undefined
    ? [...trees, { ...twice, tag: String(count + 1), planted: slip }]
    : trees;
}

/**
 * Harrow Creek Wood, an invented farm woodlot: twenty-four angle-count points of factor 10 ft²/ac on sixty-two acres, read
 * by two people, with a few planted slips for the checks to find.
 *
 * @param random the same source gives the same wood
 */
export function harrowCreek(random: Random): DemoSurvey {
  const shape: PlotShape = { kind: 'variable-radius', factorM2PerHa: metricFactor(FACTOR_FT2_PER_ACRE) };
  let number = 0;
  const grounds = WOODLOTS.map((lot, i) => ({
    lot,
    ground: demoGround(lot.corners, lot.points, { seed: 57 + i, away: 0.1 }),
  }));
  const plots = grounds.flatMap(({ lot, ground }, at) =>
    Array.from({ length: lot.points }, (_, i): DemoPlot => {
      number += 1;
      const label = String(number);
      const slopePct = Math.round(2 + 16 * random());
      const isBare = label === NOTHING_SAID || label === EMPTY;
      return {
        label,
        stratum: lot.name,
        shape,
        slopePct,
        aspectDeg: at === 0 ? 135 : 270,
        position: ground.positionOf(i),
        state: label === EMPTY ? 'empty' : 'finished',
        trees: isBare ? [] : pointTrees(random, lot, label, slopePct),
      };
    }),
  );
  return {
    unitSystem: 'imperial',
    slopeUnit: 'pct',
    breastHeightM: BREAST_HEIGHT_M,
    place: 'Harrow Creek Wood',
    survey: 'Cruise of 2026',
    crew: 'Crew Badger',
    startedOn: '2026-04-14',
    eyeHeightM: EYE_HEIGHT_M,
    design: { ...USUAL_DESIGN, layout: 'systematic', shape, edge: 'walkthrough', slopeRadius: 'level' },
    species: COMMON_SPECIES.filter(({ code }) => ['rp', 'wo', 'ro', 'mh', 'yp'].includes(code)),
    strata: grounds.map(({ lot: { name, areaAcres }, ground }) => ({
      name,
      areaHa: Number(convert(areaAcres, 'acre', 'ha').toFixed(4)),
      outline: ground.outline,
    })),
    plots,
  };
}

const FOOT_M = 0.3048;
const INCH_CM = 2.54;

/** How the woodlot works out its wood: tapers by species, 16-ft logs and half logs, prices of an invented spring sale. */
export function harrowWood(): WoodSettings {
  const taper = (speciesCode: string, p: number, barkRatio: number) => ({
    speciesCode,
    barkRatio,
    volume: { by: 'profile', taper: { model: 'ormerod', p }, errorShare: 0.1 } as const,
  });
  return {
    species: [
      taper('rp', 0.75, 0.9),
      taper('wo', 0.8, 0.93),
      taper('ro', 0.8, 0.92),
      taper('mh', 0.78, 0.91),
      taper('yp', 0.7, 0.9),
    ],
    stumpM: 0.3048,
    topCm: 4 * INCH_CM,
    prices: {
      currency: 'USD',
      pricesOf: '2026-03-02',
      products: [
        {
          name: 'sawlog, 16 ft and half logs',
          lengthsM: [16 * FOOT_M, 8 * FOOT_M],
          trimM: 4 * (FOOT_M / 12),
          smallestTopCm: 10 * INCH_CM,
          allows: ['sweep'],
          unit: 'international-1/4',
          price: 420,
        },
        {
          name: 'pulpwood',
          lengthsM: [8 * FOOT_M],
          trimM: 2 * (FOOT_M / 12),
          smallestTopCm: 4 * INCH_CM,
          allows: ['sweep', 'crook', 'branches'],
          unit: 'm3',
          price: 14,
        },
      ],
      costs: [{ name: 'logging', per: 'm3', amount: 12 }],
    },
  };
}
