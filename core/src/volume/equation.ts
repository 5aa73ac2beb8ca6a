import type { EquationForm, VolumeEquation } from '../protocol/index.ts';
import { lengthWords, type UnitSystem } from '../units/index.ts';
import { outsideRange } from '../taper/index.ts';
import { readExpression, type ReadExpression } from './expression.ts';
import { message, type Text, isText } from '../message/index.ts';

export interface EquationVolume {
  readonly volumeM3: number;
  /** What to know of it: outside its range, a table to check. */
  readonly doubts: readonly Text[];
  /** Those of them that this tree’s size gives. */
  readonly outside: readonly Text[];
}

export type EquationOutcome =
  { readonly ok: true; readonly value: EquationVolume } | { readonly ok: false; readonly message: Text };

/** Honer's factor from ft³ and in to m³ and cm: 0.0283168 ÷ 2.54². */
const HONER_FACTOR = 0.0043891;
const M_PER_FT = 0.3048;

/** A text is read once for all the trees that it is asked for. */
const readTexts = new WeakMap<EquationForm, ReadExpression>();

function expressionOf(of: Extract<EquationForm, { readonly form: 'user' }>): ReadExpression {
  const known = readTexts.get(of);
  if (known !== undefined) return known;
  const read = readExpression(of.text, ['D', 'H']);
  readTexts.set(of, read);
  return read;
}

function rawVolumeM3({ of }: VolumeEquation, dbhCm: number, heightM: number): number | Text {
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
      const read = expressionOf(of);
      return read.ok ? read.evaluate({ D: dbhCm, H: heightM }) : read.message;
    }
  }
}

/** Denzin holds for trees of about this height: there its form factor is 0.51; at 22 m it would be 0.58. */
const DENZIN_HEIGHT_M = 25;
const DENZIN_BAND_M = 2;

/**
 * Volume of a tree by an equation, with what to know of it. Never negative and never without a number: what cannot be is
 * refused in words.
 */
export function equationVolume(
  equation: VolumeEquation,
  dbhCm: number,
  heightM: number,
  system: UnitSystem = 'metric',
): EquationOutcome {
  if (!(dbhCm > 0 && dbhCm <= 600))
    return {
      ok: false,
      message: message('volume.dbh-must-be-above-0', 'Dbh must be above 0 and up to 600 cm (236 in).'),
    };
  if (!(heightM > 0 && heightM <= 130))
    return {
      ok: false,
      message: message('volume.height-must-be-above-0', 'Height must be above 0 and up to 130 m (426 ft).'),
    };
  const volumeM3 = rawVolumeM3(equation, dbhCm, heightM);
  if (isText(volumeM3)) return { ok: false, message: volumeM3 };
  const { name, rangeCm, rangeM, rangeIsAssumed, confidence, of } = equation;
  if (!Number.isFinite(volumeM3))
    return {
      ok: false,
      message: message('volume.gives-no-value-for-this', '{name} gives no value for this tree.', { name }),
    };
  if (volumeM3 < 0)
    return {
      ok: false,
      message: message(
        'volume.gives-a-negative-volume-for',
        '{name} gives a negative volume for this tree: the tree is too small for the equation.',
        { name },
      ),
    };
  const outside = outsideRange(
    { name, isAssumed: rangeIsAssumed === true },
    { dbhCm, heightM },
    { rangeCm, rangeM },
    system,
  );
  const ofSize = [
    ...outside,
    ...(of.form === 'denzin' && Math.abs(heightM - DENZIN_HEIGHT_M) > DENZIN_BAND_M
      ? [
          message(
            'volume.denzin-does-not-use-the',
            'Denzin does not use the height: it is valid from {denzinHeightM} to {denzinHeightM2}.',
            {
              denzinHeightM: lengthWords(DENZIN_HEIGHT_M - DENZIN_BAND_M, system, 0),
              denzinHeightM2: lengthWords(DENZIN_HEIGHT_M + DENZIN_BAND_M, system, 0),
            },
          ),
        ]
      : []),
  ];
  return {
    ok: true,
    value: {
      volumeM3,
      doubts: [
        ...ofSize,
        ...(confidence === 'medium'
          ? [message('volume.check-against-your-local-table', '{name}: check against your local table.', { name })]
          : []),
      ],
      outside: ofSize,
    },
  };
}

const FORM_FIELDS: Readonly<Record<EquationForm['form'], readonly string[]>> = {
  'combined-variable': ['a', 'b'],
  'schumacher-hall': ['a', 'b', 'c'],
  'form-factor': ['f'],
  honer: ['b2', 'c1', 'c2'],
  denzin: [],
  user: ['text'],
};
const EQUATION_FIELDS: ReadonlySet<string> = new Set([
  'id',
  'name',
  'of',
  'species',
  'region',
  'bark',
  'topCm',
  'rangeCm',
  'rangeM',
  'rangeIsAssumed',
  'breastHeightM',
  'confidence',
  'source',
]);
const LONGEST_TEXT = 200;

const isFilled = (value: unknown): value is string =>
  typeof value === 'string' && value.trim() !== '' && value.length <= LONGEST_TEXT;
const isRange = (value: unknown): boolean =>
  value === undefined ||
  (Array.isArray(value) &&
    value.length === 2 &&
    value.every((end) => typeof end === 'number' && end > 0 && end < 1000) &&
    Number(value[0]) <= Number(value[1]));
const isForm = (form: unknown): form is EquationForm['form'] =>
  typeof form === 'string' && Object.hasOwn(FORM_FIELDS, form);

/** A tree that every sound equation has a volume for. */
const SOUND_TREE = { dbhCm: 40, heightM: 25 } as const;

/** Why something that came over the wire is no equation, its text with an unknown variable among it; null where it is one. */
export function equationProblem(value: unknown): Text | null {
  if (typeof value !== 'object' || value === null)
    return message('volume.an-equation-needs-a-name', 'An equation needs a name, a form and its coefficients.');
  const equation = value as Record<string, unknown>;
  const unknownField = Object.keys(equation).find((key) => !EQUATION_FIELDS.has(key));
  if (unknownField !== undefined)
    return message('volume.an-equation-has-no-field', 'An equation has no field “{slice}”.', {
      slice: unknownField.slice(0, 30),
    });
  const missing = ['id', 'name', 'species', 'region', 'source'].find((key) => !isFilled(equation[key]));
  if (missing !== undefined)
    return message(
      'volume.the-equation-s-must-be',
      'The equation’s {missing} must be text of up to {longestText} characters.',
      { missing, longestText: String(LONGEST_TEXT) },
    );
  if (equation.bark !== 'over' && equation.bark !== 'under')
    return message('volume.the-equation-s-bark-must', 'The equation’s bark must be over or under.');
  if (!['high', 'medium', 'own'].includes(String(equation.confidence)))
    return message('volume.the-equation-s-confidence-must', 'The equation’s confidence must be high, medium or own.');
  if (!isRange(equation.rangeCm) || !isRange(equation.rangeM))
    return message('volume.a-range-needs-two-increasing', 'A range needs two increasing numbers above 0.');
  if (equation.topCm !== undefined && !(Number(equation.topCm) > 0 && Number(equation.topCm) < 200))
    return message('volume.top-limit-must-be-0', 'Top limit must be 0 to 200 cm.');
  if (equation.rangeIsAssumed !== undefined && typeof equation.rangeIsAssumed !== 'boolean')
    return message('volume.isassumed-must-be-true-or', 'isAssumed must be true or false.');
  const { breastHeightM } = equation;
  if (breastHeightM !== undefined && !(typeof breastHeightM === 'number' && breastHeightM >= 0.5 && breastHeightM <= 2))
    return message('volume.breast-height-must-be-0', 'Breast height must be 0.5 to 2 m.');
  const { form, ...coefficients } = (equation.of ?? {}) as Record<string, unknown>;
  if (!isForm(form))
    return message('volume.the-equation-s-form-must', 'The equation’s form must be one of {join}.', {
      join: Object.keys(FORM_FIELDS).join(', '),
    });
  const wanted = FORM_FIELDS[form];
  const isWhole =
    Object.keys(coefficients).length === wanted.length &&
    wanted.every((key) => (form === 'user' ? isFilled(coefficients[key]) : Number.isFinite(coefficients[key])));
  if (!isWhole)
    return message('volume.the-form-takes-and-nothing', 'The form {form} takes {value}, and nothing else.', {
      form,
      value: wanted.length === 0 ? message('volume.no-coefficients', 'no coefficients') : wanted.join(', '),
    });
  const outcome = equationVolume(equation as unknown as VolumeEquation, SOUND_TREE.dbhCm, SOUND_TREE.heightM);
  return outcome.ok ? null : outcome.message;
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
    topCm: 7,
    rangeCm: [15, 60],
    breastHeightM: 1.3,
    confidence: 'medium',
    source: 'Denzin 1929: V = d² ÷ 1000, merchantable wood to 7 cm at a normal height of 25 m',
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
    rangeIsAssumed: true,
    breastHeightM: 1.37,
    confidence: 'medium',
    source: HONER_SOURCE,
  })),
];
