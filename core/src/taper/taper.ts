import { type KozakCoefficients, type MaxBurkhartCoefficients, USUAL_BARK_RATIO } from '../protocol/index.ts';
import { FORM_CLASS_HEIGHT_FT } from '../log-rules/index.ts';
import { message, type Text } from '../message/index.ts';

/** Dbh in cm and total height in m. */
export interface TreeSize {
  readonly dbhCm: number;
  readonly heightM: number;
}

/** Whether diameters and volumes include the bark. */
export type Bark = 'over' | 'under';

/** Why no stem can be drawn, at which figure. */
export interface ProfileProblem {
  readonly field: string;
  readonly message: Text;
}

/**
 * A model of stem form as plain functions of dbh (cm), total height (m) and a height above the ground (m) between 0 and the
 * tip. Profiles of one tree and the sums of a whole stand are made from the same functions.
 */
export interface TaperModel {
  /** Square of the diameter, in cm². */
  readonly squareCm2: (dbhCm: number, heightM: number, h: number) => number;
  /** Integral of that from the ground, in cm² m. */
  readonly sumTo: (dbhCm: number, heightM: number, h: number) => number;
  /** Height at which the stem is so thick, above the ground and below the tip; by halving where left out. */
  readonly heightAt?: (dbhCm: number, heightM: number, diameterCm: number) => number;
  /** Whether its diameters are over or under bark; the dbh that it is asked for is over bark. */
  readonly bark: Bark;
  readonly words: Text;
  readonly source: string;
}

export type TaperOutcome =
  { readonly ok: true; readonly model: TaperModel } | { readonly ok: false; readonly problem: ProfileProblem };

const fail = (field: string, message: Text): TaperOutcome => ({ ok: false, problem: { field, message } });

export const TAPER_LIMITS = { dbhCm: 600, heightM: 130 } as const;

/**
 * What is wrong with a tree before any model is asked; null where nothing is.
 *
 * @param breastHeightM height of the dbh above the ground, m
 */
export function sizeProblem({ dbhCm, heightM }: TreeSize, breastHeightM: number): ProfileProblem | null {
  if (!(dbhCm > 0 && dbhCm <= TAPER_LIMITS.dbhCm))
    return { field: 'dbhCm', message: message('taper.dbh-must-be-above-0', 'Dbh must be above 0 and up to 600 cm.') };
  if (!(heightM > breastHeightM && heightM <= TAPER_LIMITS.heightM))
    return {
      field: 'heightM',
      message: message(
        'taper.height-must-be-above-breast',
        'Height must be above breast height, {breastHeightM} m, and up to 130 m.',
        { breastHeightM: String(breastHeightM) },
      ),
    };
  return null;
}

/** Where the butt's neiloid ends and the tip's cone begins, as shares of the height. */
const BUTT_SHARE = 0.1;
const TIP_SHARE = 0.7;
// Joints and tips below are shares of the height. For the joints to be smooth the paraboloid’s own tip lies half as far above
// them as the cone’s, and a third as far as the neiloid’s.
const PARABOLOID_TIP = TIP_SHARE + (1 - TIP_SHARE) / 2;
const NEILOID_TIP = BUTT_SHARE + 3 * (PARABOLOID_TIP - BUTT_SHARE);
const AT_BUTT = (PARABOLOID_TIP - BUTT_SHARE) / (PARABOLOID_TIP - TIP_SHARE);

/** Square of the diameter at a share of the height, as a share of that at the upper joint. */
function solidsShare(z: number): number {
  if (z < BUTT_SHARE) {
    const left = (NEILOID_TIP - z) / (NEILOID_TIP - BUTT_SHARE);
    return AT_BUTT * left * left * left;
  }
  if (z < TIP_SHARE) return (PARABOLOID_TIP - z) / (PARABOLOID_TIP - TIP_SHARE);
  const left = (1 - z) / (1 - TIP_SHARE);
  return left * left;
}

const neiloidSum = (z: number): number =>
  (AT_BUTT * (NEILOID_TIP ** 4 - (NEILOID_TIP - z) ** 4)) / (4 * (NEILOID_TIP - BUTT_SHARE) ** 3);
const paraboloidSum = (z: number): number =>
  ((PARABOLOID_TIP - BUTT_SHARE) ** 2 - (PARABOLOID_TIP - z) ** 2) / (2 * (PARABOLOID_TIP - TIP_SHARE));
const coneSum = (z: number): number => ((1 - TIP_SHARE) ** 3 - (1 - z) ** 3) / (3 * (1 - TIP_SHARE) ** 2);

function solidsSum(z: number): number {
  if (z < BUTT_SHARE) return neiloidSum(z);
  if (z < TIP_SHARE) return neiloidSum(BUTT_SHARE) + paraboloidSum(z);
  return neiloidSum(BUTT_SHARE) + paraboloidSum(TIP_SHARE) + coneSum(z);
}

/**
 * A neiloid at the butt, a paraboloid along the stem, a cone at the tip, joined without a step or a bend.
 *
 * Source: the classical solids of stem form, Prodan 1965; the joints at 0.1 and 0.7 of the height are this project’s own.
 *
 * @param breastHeightM height of the dbh above the ground, m
 */
export const solidsTaper = (breastHeightM: number): TaperModel => ({
  squareCm2: (dbhCm, heightM, h) => (dbhCm * dbhCm * solidsShare(h / heightM)) / solidsShare(breastHeightM / heightM),
  sumTo: (dbhCm, heightM, h) =>
    (dbhCm * dbhCm * heightM * solidsSum(h / heightM)) / solidsShare(breastHeightM / heightM),
  heightAt: (dbhCm, heightM, diameterCm) => {
    const share = ((diameterCm * diameterCm) / (dbhCm * dbhCm)) * solidsShare(breastHeightM / heightM);
    if (share >= AT_BUTT) return heightM * (NEILOID_TIP - Math.cbrt(share / AT_BUTT) * (NEILOID_TIP - BUTT_SHARE));
    if (share >= 1) return heightM * (PARABOLOID_TIP - share * (PARABOLOID_TIP - TIP_SHARE));
    return heightM * (1 - Math.sqrt(share) * (1 - TIP_SHARE));
  },
  bark: 'over',
  words: message('taper.neiloid-paraboloid-and-cone', 'neiloid, paraboloid and cone'),
  source: 'Prodan 1965, Holzmesslehre, for the solids; joints at 0.1 and 0.7 of the height by this project',
});

/** Beyond this a coefficient is a slip of the pen. */
const LARGEST_COEFFICIENT = 1000;

/**
 * Kozak, Munro and Smith: (d ÷ D)² = b₁ (z − 1) + b₂ (z² − 1), z = h ÷ H. The height of a diameter is the smaller root.
 *
 * Source: Kozak, Munro & Smith 1969, Forestry Chronicle 45:278.
 */
export function kozakTaper({ b1, b2 }: KozakCoefficients): TaperOutcome {
  if (![b1, b2].every((b) => Number.isFinite(b) && Math.abs(b) < LARGEST_COEFFICIENT))
    return fail('b1', message('taper.the-coefficients-must-be-numbers', 'The coefficients must be numbers.'));
  // It falls all the way where its slope b₁ + 2 b₂ z is below 0 at both ends.
  if (!(b1 < 0 && b1 + 2 * b2 < 0))
    return fail(
      'b2',
      message(
        'taper.with-these-coefficients-the-stem',
        'With these coefficients the stem gets thicker upwards, or the diameter is below 0: b1 and b1 + 2 b2 must be below 0.',
      ),
    );
  return {
    ok: true,
    model: {
      squareCm2: (dbhCm, heightM, h) => {
        const z = h / heightM;
        return dbhCm * dbhCm * (b1 * (z - 1) + b2 * (z * z - 1));
      },
      sumTo: (dbhCm, heightM, h) => {
        const z = h / heightM;
        return dbhCm * dbhCm * heightM * z * (b1 * (z / 2 - 1) + b2 * ((z * z) / 3 - 1));
      },
      heightAt: (dbhCm, heightM, diameterCm) => {
        const share = (diameterCm * diameterCm) / (dbhCm * dbhCm);
        // In the form that keeps its digits where b₂ is near 0.
        const free = b1 + b2 + share;
        return (heightM * 2 * free) / (b1 - Math.sqrt(b1 * b1 + 4 * b2 * free));
      },
      bark: 'over',
      words: message('taper.kozak-munro-and-smith', 'Kozak, Munro and Smith'),
      source: 'Kozak, Munro & Smith 1969, Forestry Chronicle 45:278',
    },
  };
}

/**
 * Ormerod: d = D ((H − h) ÷ (H − breast height))^p.
 *
 * Source: Ormerod 1973, A simple bole model, Forestry Chronicle 49:136.
 *
 * @param breastHeightM height of the dbh above the ground, m
 */
export function ormerodTaper({ p }: { readonly p: number }, breastHeightM: number): TaperOutcome {
  if (!(p > 0.1 && p < 3))
    return fail(
      'p',
      message('taper.exponent-must-be-0-1', 'Exponent must be 0.1 to 3; 0.5 is a paraboloid, 1 a cone.'),
    );
  const power = 2 * p + 1;
  return {
    ok: true,
    model: {
      squareCm2: (dbhCm, heightM, h) => dbhCm * dbhCm * ((heightM - h) / (heightM - breastHeightM)) ** (2 * p),
      sumTo: (dbhCm, heightM, h) => {
        const above = heightM - breastHeightM;
        return (dbhCm * dbhCm * above * ((heightM / above) ** power - ((heightM - h) / above) ** power)) / power;
      },
      heightAt: (dbhCm, heightM, diameterCm) => heightM - (heightM - breastHeightM) * (diameterCm / dbhCm) ** (1 / p),
      bark: 'over',
      words: message('taper.ormerod', 'Ormerod'),
      source: 'Ormerod 1973, A simple bole model, Forestry Chronicle 49:136',
    },
  };
}

/**
 * Loblolly pine, under bark: at breast height it gives 0.81 to 0.98 of the dbh, which is over bark. Medium confidence:
 * check against your local table.
 */
export const LOBLOLLY: MaxBurkhartCoefficients = { b: [-3.0257, 1.4586, -1.4464, 39.1081], a: [0.7431, 0.1125] };

/** Whether coefficients are those of the published loblolly set. */
export const isLoblolly = ({ a, b }: MaxBurkhartCoefficients): boolean =>
  String([a, b]) === String([LOBLOLLY.a, LOBLOLLY.b]);

/**
 * Max and Burkhart: three parabolas of (d ÷ D)² that join smoothly. The published loblolly set is under bark; others are
 * as they were fitted, over bark.
 *
 * Source: Max & Burkhart 1976, Forest Science 22:283.
 */
export function maxBurkhartTaper(coefficients: MaxBurkhartCoefficients): TaperOutcome {
  const {
    b: [b1, b2, b3, b4],
    a: [a1, a2],
  } = coefficients;
  if (!(a2 > 0 && a1 > a2 && a1 < 1))
    return fail(
      'a',
      message('taper.the-joints-must-be-between', 'The joints must be between 0 and 1, the upper one first.'),
    );
  const above = (a: number, z: number): number => Math.max(0, a - z);
  // The slope is a straight line between the joints: it is below 0 throughout where it is at each of them.
  const slope = (z: number): number => b1 + 2 * b2 * z - 2 * b3 * above(a1, z) - 2 * b4 * above(a2, z);
  if (![0, a2, a1, 1].every((z) => slope(z) < 0))
    return fail(
      'b',
      message(
        'taper.with-these-coefficients-the-stem-gets',
        'With these coefficients the stem gets thicker upwards, or the diameter is below 0.',
      ),
    );
  // Integral of (a − z)² from 0, while z is below the joint.
  const jointSum = (a: number, z: number): number => (a ** 3 - above(a, z) ** 3) / 3;
  return {
    ok: true,
    model: {
      squareCm2: (dbhCm, heightM, h) => {
        const z = h / heightM;
        const [high, low] = [above(a1, z), above(a2, z)];
        return dbhCm * dbhCm * (b1 * (z - 1) + b2 * (z * z - 1) + b3 * high * high + b4 * low * low);
      },
      sumTo: (dbhCm, heightM, h) => {
        const z = h / heightM;
        return (
          dbhCm *
          dbhCm *
          heightM *
          (b1 * ((z * z) / 2 - z) + b2 * (z ** 3 / 3 - z) + b3 * jointSum(a1, z) + b4 * jointSum(a2, z))
        );
      },
      bark: isLoblolly(coefficients) ? 'under' : 'over',
      words: message('taper.max-and-burkhart', 'Max and Burkhart'),
      source: 'Max & Burkhart 1976, Forest Science 22:283',
    },
  };
}

export interface BehreCoefficients {
  readonly a: number;
  readonly b: number;
}

/** Average coefficients of Behre's hyperbola; they sum up to 1. */
export const BEHRE_AVERAGE: BehreCoefficients = { a: 0.62, b: 0.38 };

/** Diameter as a share of the one that the hyperbola goes through; x is the distance from the tip as a share of that one's. */
export const behreShareAt = (x: number, { a, b }: BehreCoefficients): number => x / (a * x + b);

/** ∫ of the square of that from the tip, a closed form; with a = 0 it is a cone. */
export const behreSquareSum = (x: number, { a, b }: BehreCoefficients): number =>
  a < 1e-9 ? x ** 3 / (3 * b * b) : (a * x + b - 2 * b * Math.log(a * x + b) - (b * b) / (a * x + b)) / a ** 3;

/** Girard form classes that are met with, in percent. */
export const FORM_CLASS_PCT = [40, 95] as const;
/** Top of the first 16-ft log, its trim and a stump of a foot. */
export const FORM_CLASS_HEIGHT_M = FORM_CLASS_HEIGHT_FT * 0.3048;

/** A stem with Behre's hyperbola above one diameter, and a paraboloid from there down through breast height. */
export interface BehreStem {
  /** Diameter at breast height, as a share of the dbh over bark. */
  readonly breastShare: number;
  readonly breastHeightM: number;
  /** Diameter where the hyperbola begins, as a share of the dbh over bark, and its height. */
  readonly joinShare: number;
  readonly joinM: number;
}

/**
 * Behre's hyperbola above a diameter that is known, such as at the top of the first log. Below it the hyperbola would be too
 * thin at the butt, so that the squares of the diameters run straight through breast height. A tree that ends below the
 * join has no diameters: NaN.
 *
 * Source: Behre 1927, Journal of Agricultural Research 35, for the hyperbola; the paraboloid below it is this project’s own.
 *
 * @example behreAbove({ breastShare: 0.9, breastHeightM: 1.37, joinShare: 0.78, joinM: 5.27 }, 'under')
 */
export function behreAbove({ breastShare, breastHeightM, joinShare, joinM }: BehreStem, bark: Bark): TaperOutcome {
  if (!(joinM > breastHeightM))
    return fail(
      'through',
      message('taper.the-measured-diameter-of-behre', 'The measured diameter of Behre must be above breast height.'),
    );
  if (!(joinShare > 0 && joinShare < breastShare))
    return fail(
      'through',
      message(
        'taper.the-measured-diameter-of-behre-must',
        'The measured diameter of Behre must be smaller than the dbh.',
      ),
    );
  const reachOf = (heightM: number): number => (heightM > joinM ? heightM - joinM : NaN);
  const [breast, join] = [breastShare ** 2, joinShare ** 2];
  const slope = (join - breast) / (joinM - breastHeightM);
  const buttSum = (h: number): number => h * (breast + slope * (h / 2 - breastHeightM));
  return {
    ok: true,
    model: {
      squareCm2: (dbhCm, heightM, h) => {
        const reach = reachOf(heightM);
        const share =
          h < joinM
            ? breast + slope * (h - breastHeightM)
            : join * behreShareAt((heightM - h) / reach, BEHRE_AVERAGE) ** 2;
        return Number.isNaN(reach) ? NaN : dbhCm * dbhCm * share;
      },
      sumTo: (dbhCm, heightM, h) => {
        const reach = reachOf(heightM);
        const sum = (at: number): number => behreSquareSum((heightM - at) / reach, BEHRE_AVERAGE);
        const share = h < joinM ? buttSum(h) : buttSum(joinM) + join * reach * (sum(joinM) - sum(h));
        return Number.isNaN(reach) ? NaN : dbhCm * dbhCm * share;
      },
      heightAt: (dbhCm, heightM, diameterCm) => {
        const share = diameterCm / dbhCm;
        if (share >= joinShare) return Math.max(0, breastHeightM + (share * share - breast) / slope);
        // x = b y ÷ (1 − a y)
        const y = share / joinShare;
        return heightM - (reachOf(heightM) * BEHRE_AVERAGE.b * y) / (1 - BEHRE_AVERAGE.a * y);
      },
      bark,
      words: message('taper.behre', 'Behre'),
      source: 'Behre 1927, Journal of Agricultural Research 35; below the hyperbola a paraboloid through the dbh',
    },
  };
}

/**
 * Behre's hyperbola by the form class: under bark, dib = form class × dbh at the top of the first log, 17.3 ft up; below
 * that from dbh and bark.
 *
 * Source: Behre 1927, Journal of Agricultural Research 35; Mesavage & Girard 1946 for the form class.
 *
 * @param formClassPct 40 to 95, and less than the bark ratio
 * @param barkRatio diameter under bark over that over it, at breast height
 * @param breastHeightM height of the dbh above the ground, m
 */
export function behreTaper(
  { formClassPct, barkRatio = USUAL_BARK_RATIO }: { readonly formClassPct: number; readonly barkRatio?: number },
  breastHeightM: number,
): TaperOutcome {
  if (!(formClassPct >= FORM_CLASS_PCT[0] && formClassPct <= FORM_CLASS_PCT[1]))
    return fail('formClassPct', message('taper.form-class-must-be-40', 'Form class must be 40 to 95 %.'));
  if (!(formClassPct / 100 < barkRatio))
    return fail(
      'formClassPct',
      message(
        'taper.the-form-class-must-be',
        'The form class, {formClassPct} %, must be below the bark ratio at breast height, {toPrecision} %.',
        { formClassPct: String(formClassPct), toPrecision: String(Number((100 * barkRatio).toPrecision(3))) },
      ),
    );
  const outcome = behreAbove(
    { breastShare: barkRatio, breastHeightM, joinShare: formClassPct / 100, joinM: FORM_CLASS_HEIGHT_M },
    'under',
  );
  return outcome.ok
    ? {
        ok: true,
        model: {
          ...outcome.model,
          words: message('taper.behre-by-form-class', 'Behre, by form class'),
          source: `${outcome.model.source}; form class of Mesavage & Girard 1946`,
        },
      }
    : outcome;
}
