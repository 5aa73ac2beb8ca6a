import {
  bestCuts,
  greedyCuts,
  logBoardFeet,
  netValue,
  type Bucking,
  type Defect,
  type NetValue,
  type Product,
} from '@arbolito/core/bucking';
import { LOG_RULES, type LogRuleId } from '@arbolito/core/logs';
import { readQuantity } from '@arbolito/core/quantity';
import {
  behreProfile,
  LOBLOLLY,
  maxBurkhartProfile,
  measuredProfile,
  ormerodProfile,
  smalianM3,
  solidsProfile,
  underBark,
  type ProfileOutcome,
  type Section,
  type StemProfile,
} from '@arbolito/core/stem';

/** Ways to draw the stem, as they are offered. */
export const MODELS = {
  solids: 'Neiloid, paraboloid and cone',
  ormerod: 'Ormerod, one exponent',
  'max-burkhart': 'Max and Burkhart, loblolly pine',
  behre: 'Behre, through one measured diameter',
  measured: 'Through measured diameters',
} as const;
export type ModelId = keyof typeof MODELS;

export const isModelId = (id: unknown): id is ModelId => typeof id === 'string' && Object.hasOwn(MODELS, id);

/** The figures of a stem, in their units. */
export interface StemFigures {
  readonly dbhCm: number;
  readonly heightM: number;
  /** Diameter under bark over that over it. */
  readonly barkRatio: number;
  readonly stumpM: number;
  readonly topCm: number;
  readonly exponent: number;
}

/** Diameters as they are typed: a height in m and a diameter in cm each, with a semicolon or a new line between. */
export function readSections(text: string): readonly Section[] | string {
  const parts = text
    .split(/[;\n]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const sections: Section[] = [];
  for (const part of parts) {
    const [height = '', diameter = '', ...rest] = part.split(/\s+/);
    const [h, d] = [readQuantity(height, { unit: 'm' }), readQuantity(diameter, { unit: 'cm' })];
    if (!h.ok || !d.ok || rest.length > 0)
      return `“${part.slice(0, 20)}” should be a height in m and a diameter in cm, such as 8 28.`;
    sections.push({ heightM: h.value, diameterCm: d.value });
  }
  return sections;
}

/** The profile over bark by a model, or what is wrong. */
export function profileBy(model: ModelId, figures: StemFigures, sections: readonly Section[]): ProfileOutcome {
  const { dbhCm, heightM, exponent } = figures;
  const tree = { dbhCm, heightM };
  switch (model) {
    case 'solids':
      return solidsProfile(tree);
    case 'ormerod':
      return ormerodProfile(tree, { p: exponent });
    case 'max-burkhart':
      return maxBurkhartProfile(tree, LOBLOLLY);
    case 'behre': {
      const [through] = sections;
      return through === undefined
        ? {
            ok: false,
            problem: {
              field: 'sections',
              message: 'Give one diameter above the swelling of the butt, such as 5.3 29.',
            },
          }
        : behreProfile(heightM, through);
    }
    case 'measured':
      return measuredProfile(heightM, [{ heightM: 1.3, diameterCm: dbhCm }, ...sections]);
  }
}

/** Relative errors that a value is off by, as shares. */
export interface StemErrors {
  readonly dbhShare: number;
  readonly heightShare: number;
  readonly taperShare: number;
}

export interface CutStem {
  readonly over: StemProfile;
  readonly under: StemProfile;
  /** From the stump to the smallest top, over and under bark, in m³. */
  readonly merchantableM3: { readonly over: number; readonly under: number };
  readonly wholeM3: number;
  readonly topHeightM: number;
  readonly best: Bucking;
  readonly greedy: Bucking;
  readonly value: NetValue;
  readonly volumeErrorShare: number;
}

/** A volume goes with the square of the diameter and with the height. */
const volumeError = ({ dbhShare, heightShare, taperShare }: StemErrors): number =>
  Math.hypot(2 * dbhShare, heightShare, taperShare);

/** Works a stem out: volumes, the best cuts and the greedy ones, what they are worth. */
export function cutStem(
  over: StemProfile,
  { barkRatio, stumpM, topCm }: StemFigures,
  products: readonly Product[],
  defects: readonly Defect[],
  errors: StemErrors,
): CutStem {
  const under = underBark(over, barkRatio);
  const stem = { profile: under, stumpM, topCm, defects };
  const topHeightM = Math.max(stumpM, under.heightAtM(topCm));
  const best = bestCuts(stem, products);
  const volumeErrorShare = volumeError(errors);
  const merchantable = under.volumeM3(stumpM, topHeightM);
  return {
    over,
    under,
    merchantableM3: { over: over.volumeM3(stumpM, topHeightM), under: merchantable },
    wholeM3: over.volumeM3(0, over.heightM),
    topHeightM,
    best,
    greedy: greedyCuts(stem, products),
    value: netValue(best.cuts, merchantable, [], volumeErrorShare),
    volumeErrorShare,
  };
}

export interface RuleTotal {
  readonly id: LogRuleId;
  readonly name: string;
  readonly boardFeet: number;
}

/** What every rule makes of the logs of a bucking. */
export const rulesOf = ({ cuts }: Bucking): readonly RuleTotal[] =>
  (Object.keys(LOG_RULES) as LogRuleId[]).map((id) => ({
    id,
    name: LOG_RULES[id].name,
    boardFeet: cuts.reduce((sum, { topCm, lengthM }) => sum + logBoardFeet(id, topCm, lengthM), 0),
  }));

/** Cubic content of the logs of a bucking, after Smalian, in m³. */
export const logsM3 = ({ cuts }: Bucking): number =>
  cuts.reduce((sum, { buttCm, topCm, lengthM }) => sum + smalianM3(buttCm, topCm, lengthM), 0);

/** What one begins with: prices are made up, and there to be changed. */
export const START_PRODUCTS: readonly Product[] = [
  {
    name: 'sawlog',
    lengthsM: [4, 5],
    trimM: 0.1,
    smallestTopCm: 22,
    allows: ['sweep'],
    unit: 'm3',
    price: 85,
  },
  {
    name: 'short sawlog',
    lengthsM: [2.5, 3],
    trimM: 0.1,
    smallestTopCm: 16,
    allows: ['sweep', 'branches'],
    unit: 'm3',
    price: 58,
  },
  {
    name: 'pulpwood',
    lengthsM: [2],
    trimM: 0,
    smallestTopCm: 7,
    allows: ['sweep', 'crook', 'branches'],
    unit: 'm3',
    price: 32,
  },
  {
    name: 'firewood',
    lengthsM: [1],
    trimM: 0,
    smallestTopCm: 5,
    allows: ['rot', 'sweep', 'crook', 'branches'],
    unit: 'm3',
    price: 20,
  },
];
