import {
  bestCuts,
  type Bucking,
  convertPrice,
  cutsBetween,
  type Defect,
  greedyCuts,
  logBoardFeet,
  netValue,
  type NetValue,
  productProblems,
} from '@arbolito/core/bucking';
import type { LogRuleId, PriceList, TaperChoice } from '@arbolito/core/protocol';
import { LOG_RULES } from '@arbolito/core/log-rules';
import {
  behreAbove,
  felledVolumes,
  fitOrmerod,
  LOBLOLLY,
  measuredProfile,
  profileByChoice,
  profileOfTaper,
  type ProfileOutcome,
  profileOverBark,
  type Section,
  smalianM3,
  standingVolumes,
  type StemProfile,
  underBark,
} from '@arbolito/core/taper';
import { EQUATIONS, equationVolume } from '@arbolito/core/volume';
import type { WoodUnits } from '../prices/wood-units.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

/** Ways to draw the stem, as they are offered. */
export const MODELS = {
  solids: message('results.neiloid-paraboloid-and-cone', 'Neiloid, paraboloid and cone'),
  kozak: message('results.kozak-munro-and-smith', 'Kozak, Munro and Smith'),
  ormerod: message('results.ormerod-one-exponent', 'Ormerod, one exponent'),
  fitted: message('results.ormerod-fitted-to-measured-diameters', 'Ormerod, fitted to measured diameters'),
  'max-burkhart': message('results.max-and-burkhart-loblolly-pine', 'Max and Burkhart, loblolly pine, under bark'),
  behre: message('results.behre-through-one-measured-diameter', 'Behre, through one measured diameter'),
  measured: message('results.through-measured-diameters', 'Through measured diameters'),
} as const;
export type ModelId = keyof typeof MODELS;

export const isModelId = (id: unknown): id is ModelId => typeof id === 'string' && Object.hasOwn(MODELS, id);

/** The figures of a stem, in their units. */
export interface StemFigures {
  readonly dbhCm: number;
  /** Where the dbh was measured, m. */
  readonly breastHeightM: number;
  readonly heightM: number;
  /** Diameter under bark over that over it. */
  readonly barkRatio: number;
  readonly stumpM: number;
  readonly topCm: number;
  readonly exponent: number;
  readonly kozakB1: number;
  readonly kozakB2: number;
}

/** What a survey’s species is drawn by, where it has a taper of its own. */
export const SURVEY_MODEL = 'survey';

/** Models that go through, or are fitted to, diameters that were measured on this stem. */
export const needsSections = (model: string): boolean => ['behre', 'measured', 'fitted'].includes(model);

/** Diameters as they are typed: a height and a diameter each, with a semicolon or a new line between. */
export function readSections(text: string, units: WoodUnits): readonly Section[] | string {
  const parts = text
    .split(/[;\n]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const sections: Section[] = [];
  for (const part of parts) {
    const [height = '', diameter = '', ...rest] = part.split(/\s+/);
    const section = { heightM: units.readLength(height), diameterCm: units.readDiameter(diameter) };
    if (Number.isNaN(section.heightM + section.diameterCm) || rest.length > 0)
      return t(
        'results.must-be-a-height-in',
        '“{slice}” must be a height in {units} and a diameter in {diameter}, such as {value}.',
        {
          slice: part.slice(0, 20),
          units: units.length,
          diameter: units.diameter,
          value: units.system === 'metric' ? '8 28' : '26 11',
        },
      );
    sections.push(section);
  }
  return sections;
}

/** Coefficients that one begins with: a stem of middling form. */
export const USUAL_KOZAK = { b1: -1.7, b2: 0.6 } as const;

const fail = (message: Text): ProfileOutcome => ({ ok: false, problem: { field: 'sections', message } });

/** The profile over bark by a model, or what is wrong. */
export function profileBy(
  model: ModelId | typeof SURVEY_MODEL,
  figures: StemFigures,
  sections: readonly Section[],
  own: TaperChoice | null = null,
): ProfileOutcome {
  const { dbhCm, breastHeightM, heightM, exponent, kozakB1, kozakB2 } = figures;
  const tree = { dbhCm, heightM };
  switch (model) {
    case 'survey':
      return profileByChoice(own ?? { model: 'solids' }, tree, breastHeightM);
    case 'solids':
      return profileByChoice({ model }, tree, breastHeightM);
    case 'kozak':
      return profileByChoice({ model, b1: kozakB1, b2: kozakB2 }, tree, breastHeightM);
    case 'ormerod':
      return profileByChoice({ model, p: exponent }, tree, breastHeightM);
    case 'max-burkhart':
      return profileByChoice({ model, ...LOBLOLLY }, tree, breastHeightM);
    case 'behre': {
      const [through] = sections;
      if (through === undefined)
        return fail(
          t('results.enter-one-diameter-above-the', 'Enter one diameter above the butt swell, such as 5.3 29.'),
        );
      if (!(through.heightM < heightM))
        return fail(t('results.the-measured-diameter-must-be', 'The measured diameter must be below the tip.'));
      const taper = behreAbove(
        { breastShare: 1, breastHeightM, joinShare: through.diameterCm / dbhCm, joinM: through.heightM },
        'over',
      );
      return taper.ok ? profileOfTaper(tree, taper.model, breastHeightM) : taper;
    }
    case 'fitted': {
      const fit = fitOrmerod({
        dbhCm: Float64Array.from(sections, () => dbhCm),
        heightM: Float64Array.from(sections, () => heightM),
        atM: Float64Array.from(sections, (section) => section.heightM),
        diameterCm: Float64Array.from(sections, ({ diameterCm }) => diameterCm),
        breastHeightM,
      });
      return fit.ok
        ? profileByChoice({ model: 'ormerod', ...fit.fit.coefficients }, tree, breastHeightM)
        : fail(fit.message);
    }
    case 'measured':
      return measuredProfile(heightM, [{ heightM: breastHeightM, diameterCm: dbhCm }, ...sections]);
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
  /** The cuts that are shown: by hand where somebody has moved the saw, the best ones otherwise. */
  readonly cuts: Bucking;
  readonly isByHand: boolean;
  readonly best: Bucking;
  readonly greedy: Bucking;
  /** Of the cuts that are shown. */
  readonly value: NetValue;
  /** What it costs to bring out the logs of other cuts. */
  readonly costsOf: (cuts: Bucking) => number;
  readonly volumeErrorShare: number;
}

/** A volume goes with the square of the diameter and with the height. */
const volumeError = ({ dbhShare, heightShare, taperShare }: StemErrors): number =>
  Math.hypot(2 * dbhShare, heightShare, taperShare);

/** Whether the stem can be cut for these products at all. */
export const canBeCut = ({ products }: PriceList): boolean => productProblems(products).length === 0;

export interface HowToCut {
  readonly prices: PriceList;
  readonly defects: readonly Defect[];
  /** Where somebody has put the saw; null for the best cuts. */
  readonly saws: readonly number[] | null;
  readonly stepM: number;
}

/** Works a stem out: volumes, the best cuts, the greedy ones and those by hand, what they are worth. */
export function cutStem(
  profile: StemProfile,
  { barkRatio, stumpM, topCm }: StemFigures,
  { prices, defects, saws, stepM }: HowToCut,
  errors: StemErrors,
): CutStem {
  const over = profileOverBark(profile, barkRatio);
  const under = underBark(profile, barkRatio);
  const { products, costs } = prices;
  const stem = { profile: under, stumpM, topCm, defects };
  const topHeightM = Math.max(stumpM, under.heightAtM(topCm));
  const best = bestCuts(stem, products, stepM);
  const cuts = saws === null ? best : cutsBetween(stem, products, saws);
  const volumeErrorShare = volumeError(errors);
  const net = (of: Bucking): NetValue => netValue(of.cuts, logsM3(of), costs, volumeErrorShare);
  return {
    over,
    under,
    merchantableM3: { over: over.volumeM3(stumpM, topHeightM), under: under.volumeM3(stumpM, topHeightM) },
    wholeM3: over.volumeM3(0, over.heightM),
    topHeightM,
    cuts,
    isByHand: saws !== null,
    best,
    greedy: greedyCuts(stem, products, stepM),
    value: net(cuts),
    costsOf: (of) => net(of).costs,
    volumeErrorShare,
  };
}

/** Products whose shortest log is longer than what the stem has from stump to smallest top, in words. */
export const tooLong = (
  { topHeightM }: Pick<CutStem, 'topHeightM'>,
  { stumpM }: StemFigures,
  { products }: PriceList,
  units: WoodUnits,
): string[] =>
  products.flatMap(({ name, lengthsM, trimM }) => {
    const shortest = Math.min(...lengthsM);
    const hasM = topHeightM - stumpM;
    return shortest + trimM <= hasM
      ? []
      : [
          t(
            'results.no-fits-the-shortest-is',
            '{trim, select, yes {No {name} fits: the shortest with its trim is {shortest} {units}, the stem has {hasM} {units} from stump to smallest top.} other {No {name} fits: the shortest is {shortest} {units}, the stem has {hasM} {units} from stump to smallest top.}}',
            {
              trim: trimM > 0 ? 'yes' : 'no',
              name,
              shortest: units.printLength(shortest),
              units: units.length,
              hasM: units.printLength(hasM),
            },
          ),
        ];
  });

/** A volume that one way, model or equation gives. */
export interface SaidVolume {
  readonly group: string;
  readonly name: Text;
  readonly from: Text;
  readonly volumeM3: number;
}

/**
 * What others would say of this stem: every model of form and the general equations of the whole stem over bark, the ways
 * to measure it standing, and the ways to measure its felled wood from stump to top.
 */
export function otherVolumes(
  { over, topHeightM }: Pick<CutStem, 'over' | 'topHeightM'>,
  figures: StemFigures,
  sections: readonly Section[],
): SaidVolume[] {
  const { dbhCm, heightM, stumpM } = figures;
  const models = (Object.keys(MODELS) as ModelId[]).flatMap((model): SaidVolume[] => {
    const outcome = profileBy(model, figures, sections);
    return outcome.ok
      ? [
          {
            group: 'taper',
            name: say(MODELS[model]),
            from: t('results.whole-stem-bark', 'whole stem, {bark} bark', { bark: outcome.profile.bark }),
            volumeM3: outcome.profile.volumeM3(0, heightM),
          },
        ]
      : [];
  });
  const equations = EQUATIONS.filter(({ species }) => species === 'any').flatMap((equation): SaidVolume[] => {
    const outcome = equationVolume(equation, dbhCm, heightM);
    return outcome.ok
      ? [
          {
            group: 'equation',
            name: equation.name,
            from: t('results.whole-stem', 'whole stem'),
            volumeM3: outcome.value.volumeM3,
          },
        ]
      : [];
  });
  const standing = standingVolumes(over, figures.breastHeightM).map((way) => ({ group: 'standing', ...way }));
  const felled =
    topHeightM > stumpM ? felledVolumes(over, stumpM, topHeightM).map((way) => ({ group: 'felled', ...way })) : [];
  return [...models, ...equations, ...standing, ...felled];
}

export interface RuleTotal {
  readonly id: LogRuleId;
  readonly name: Text;
  readonly boardFeet: number;
  /** Price a thousand board feet that pays the same for these logs as the asked one; null where a rule has no wood. */
  readonly samePrice: number | null;
}

/** A price for a thousand board feet of a rule. */
export interface MbfPrice {
  readonly rule: LogRuleId;
  readonly price: number;
}

/** What every rule makes of the logs of a bucking, and what a price by one of them is by the others. */
export const rulesOf = ({ cuts }: Bucking, { rule, price }: MbfPrice): readonly RuleTotal[] =>
  (Object.keys(LOG_RULES) as LogRuleId[]).map((id) => ({
    id,
    name: LOG_RULES[id].name,
    boardFeet: cuts.reduce((sum, { topCm, lengthM }) => sum + logBoardFeet(id, topCm, lengthM), 0),
    samePrice: convertPrice(price, rule, id, cuts),
  }));

/** Cubic content of the logs of a bucking, after Smalian, in m³. */
export const logsM3 = ({ cuts }: Bucking): number =>
  cuts.reduce((sum, { buttCm, topCm, lengthM }) => sum + smalianM3(buttCm, topCm, lengthM), 0);
