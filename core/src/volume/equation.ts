import { readExpression } from './expression.ts';

/** Forms that an equation can have; `user` is a text in D (cm) and H (m). */
export type EquationForm =
  | { readonly form: 'combined-variable'; readonly a: number; readonly b: number }
  | { readonly form: 'schumacher-hall'; readonly a: number; readonly b: number; readonly c: number }
  | { readonly form: 'form-factor'; readonly f: number }
  | { readonly form: 'honer'; readonly b2: number; readonly c1: number; readonly c2: number }
  | { readonly form: 'denzin' }
  | { readonly form: 'user'; readonly text: string };

/** A volume equation as data: what it says, of which trees, and how far it may be trusted. */
export interface VolumeEquation {
  readonly id: string;
  readonly name: string;
  readonly of: EquationForm;
  readonly species: string;
  readonly region: string;
  readonly bark: 'over' | 'under';
  /** Diameters and heights that it was made from; left out where nobody knows. */
  readonly rangeCm?: readonly [number, number];
  readonly rangeM?: readonly [number, number];
  readonly confidence: 'high' | 'medium' | 'own';
  readonly source: string;
}

export interface EquationVolume {
  readonly volumeM3: number;
  /** What to know of it: outside its range, a table to check. */
  readonly doubts: readonly string[];
}

export type EquationOutcome =
  { readonly ok: true; readonly value: EquationVolume } | { readonly ok: false; readonly message: string };

/** Honer's factor from ft³ and in to m³ and cm: 0.0283168 ÷ 2.54². */
const HONER_FACTOR = 0.0043891;
const M_PER_FT = 0.3048;

function rawVolumeM3({ of }: VolumeEquation, dbhCm: number, heightM: number): number | string {
  switch (of.form) {
    case 'combined-variable':
      return of.a + of.b * dbhCm * dbhCm * heightM;
    case 'schumacher-hall':
      return of.a * dbhCm ** of.b * heightM ** of.c;
    case 'form-factor':
      return (of.f * Math.PI * dbhCm * dbhCm * heightM) / 40_000;
    case 'honer':
      return (HONER_FACTOR * dbhCm * dbhCm * (1 - 0.04365 * of.b2) ** 2) / (of.c1 + (M_PER_FT * of.c2) / heightM);
    case 'denzin':
      return (dbhCm * dbhCm) / 1000;
    case 'user': {
      const read = readExpression(of.text, ['D', 'H']);
      return read.ok ? read.evaluate({ D: dbhCm, H: heightM }) : read.message;
    }
  }
}

/** Denzin holds for trees of about this height. */
const DENZIN_HEIGHT_M = 25;

/**
 * Volume of a tree by an equation, with what to know of it. Never negative and never without a number: what cannot be is
 * refused in words.
 */
export function equationVolume(equation: VolumeEquation, dbhCm: number, heightM: number): EquationOutcome {
  if (!(dbhCm > 0 && dbhCm <= 600)) return { ok: false, message: 'The dbh must lie above 0 and up to 600 cm.' };
  if (!(heightM > 0 && heightM <= 130)) return { ok: false, message: 'The height must lie above 0 and up to 130 m.' };
  const volumeM3 = rawVolumeM3(equation, dbhCm, heightM);
  if (typeof volumeM3 === 'string') return { ok: false, message: volumeM3 };
  const { name, rangeCm, rangeM, confidence, of } = equation;
  if (!Number.isFinite(volumeM3)) return { ok: false, message: `${name} gives no number for this tree.` };
  if (volumeM3 < 0)
    return { ok: false, message: `${name} gives less than nothing for this tree: it is too small for the equation.` };
  const outside = (
    value: number,
    range: readonly [number, number] | undefined,
    what: string,
    unit: string,
  ): string[] =>
    range === undefined || (value >= range[0] && value <= range[1])
      ? []
      : [
          `Outside the range of ${name}: a ${what} of ${String(value)} ${unit}, made from ${String(range[0])} to ${String(range[1])} ${unit}.`,
        ];
  return {
    ok: true,
    value: {
      volumeM3,
      doubts: [
        ...outside(dbhCm, rangeCm, 'dbh', 'cm'),
        ...outside(heightM, rangeM, 'height', 'm'),
        ...(confidence === 'medium' ? [`${name}: check against your local table.`] : []),
        ...(of.form === 'denzin' && Math.abs(heightM - DENZIN_HEIGHT_M) > 5
          ? [`Denzin holds for trees of about ${String(DENZIN_HEIGHT_M)} m.`]
          : []),
      ],
    },
  };
}

const HONER_SOURCE =
  'Honer, Ker & Alemdag 1983, Metric timber tables for the commercial tree species of central and eastern Canada, M-X-140';

const HONER: readonly (readonly [string, number, number, number])[] = [
  ['white pine', 0.184, 0.691, 363.676],
  ['red pine', 0.151, 0.71, 355.623],
  ['jack pine', 0.151, 0.897, 348.53],
  ['black spruce', 0.164, 1.588, 333.364],
  ['red spruce', 0.169, 1.226, 315.832],
  ['white spruce', 0.176, 1.44, 342.175],
  ['balsam fir', 0.152, 2.139, 301.634],
  ['hemlock', 0.155, 1.112, 350.092],
  ['eastern white cedar', 0.155, 4.167, 244.906],
  ['trembling aspen', 0.127, -0.312, 436.683],
  ['balsam poplar', 0.127, 0.42, 394.644],
  ['white birch', 0.176, 2.222, 300.373],
  ['yellow birch', 0.181, 1.449, 344.754],
  ['sugar maple', 0.145, 1.046, 383.972],
  ['red maple', 0.145, 1.046, 383.972],
  ['beech', 0.145, 0.959, 334.829],
  ['basswood', 0.145, 0.948, 401.456],
  ['red oak', 0.145, 1.512, 336.509],
  ['black cherry', 0.145, 0.033, 393.336],
  ['elm', 0.145, 0.634, 440.496],
];

/** Equations that come with the application. */
export const EQUATIONS: readonly VolumeEquation[] = [
  {
    id: 'form-factor',
    name: 'Form factor 0.45',
    of: { form: 'form-factor', f: 0.45 },
    species: 'any',
    region: 'anywhere',
    bark: 'over',
    confidence: 'high',
    source: 'Prodan 1965, Holzmesslehre: V = f g H',
  },
  {
    id: 'denzin',
    name: 'Denzin',
    of: { form: 'denzin' },
    species: 'any',
    region: 'central Europe',
    bark: 'over',
    rangeCm: [15, 60],
    confidence: 'high',
    source: 'Denzin 1929: V = d² ÷ 1000',
  },
  ...HONER.map(([species, b2, c1, c2]): VolumeEquation => ({
    id: `honer-${species.replaceAll(' ', '-')}`,
    name: `Honer, ${species}`,
    of: { form: 'honer', b2, c1, c2 },
    species,
    region: 'central and eastern Canada',
    bark: 'under',
    rangeCm: [5, 80],
    rangeM: [4, 35],
    confidence: 'medium',
    source: HONER_SOURCE,
  })),
];
