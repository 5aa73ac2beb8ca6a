import { FACTOR_LIMITS } from '../protocol/index.ts';
import { basalAreaM2 } from '../diameter/index.ts';
import { convert } from '../units/index.ts';
import { type Estimation, notEstimated, type NotEstimated } from '../statistics/index.ts';
import { message } from '../message/index.ts';

/** Square metres a hectare in one square foot an acre. */
export const M2_PER_HA_IN_FT2_PER_ACRE = 0.09290304 / 0.40468564224;

const SQUARE_M_PER_HA = 10_000;

function factorProblem(factorM2PerHa: number): NotEstimated | null {
  return factorM2PerHa >= FACTOR_LIMITS.low && factorM2PerHa <= FACTOR_LIMITS.high
    ? null
    : notEstimated('factor', message('plot.basal-area-factor-must-be', 'Basal area factor must be 0.05 to 200 m²/ha.'));
}

/**
 * The factor of a gauge: anything of a width held at a reach from the eye. Exact: 10⁴ sin²(θ ÷ 2), θ = 2 atan(w ÷ 2 R).
 *
 * Source: Bitterlich 1948, Die Winkelzählprobe, Allgemeine Forst- und Holzwirtschaftliche Zeitung 59:4.
 *
 * @param widthCm width of the gauge, across the line of sight
 * @param reachCm from the eye to the gauge
 */
export const gaugeFactor = (widthCm: number, reachCm: number): number =>
  SQUARE_M_PER_HA * Math.sin(Math.atan(widthCm / (2 * reachCm))) ** 2;

/** Angle of a factor, in degrees: 2 asin(√BAF ÷ 100). */
export const gaugeAngleDeg = (factorM2PerHa: number): number =>
  (2 * Math.asin(Math.sqrt(factorM2PerHa) / 100) * 180) / Math.PI;

/** Width that a gauge of a factor must have at a reach, in cm. */
export const gaugeWidthCm = (factorM2PerHa: number, reachCm: number): number =>
  2 * reachCm * Math.tan(Math.asin(Math.sqrt(factorM2PerHa) / 100));

/**
 * Level distance to the pith within which a tree is counted: D ÷ (2 √BAF), D in cm, result in m.
 *
 * Source: Bitterlich 1948.
 */
export const pointLimitingDistanceM = (dbhCm: number, factorM2PerHa: number): number =>
  dbhCm / (2 * Math.sqrt(factorM2PerHa));

/** Trees a hectare that one counted tree stands for: BAF ÷ g. */
export const treesPerHaOfCount = (dbhCm: number, factorM2PerHa: number): number => factorM2PerHa / basalAreaM2(dbhCm);

/** Quadratic mean diameter of counted trees: √(n ÷ Σ d⁻²), for thin ones stand for more. */
export const countedMeanDiameterCm = (diametersCm: readonly number[]): number =>
  Math.sqrt(diametersCm.length / diametersCm.reduce((sum, d) => sum + 1 / (d * d), 0));

/** Slope in a direction, as a share: that of the fall line times the cosine of the angle between them. */
export const slopeInDirectionPct = (slopePct: number, fromFallLineDeg: number): number =>
  slopePct * Math.cos((fromFallLineDeg * Math.PI) / 180);

/** A level distance as it is taped along a slope in its direction, in m. */
export const alongSlopeM = (levelM: number, slopePct: number): number => levelM * Math.hypot(1, slopePct / 100);

/** Who is asked whether it is in: a fixed plot of a radius, or a point with a factor. */
export type PlotOrPoint =
  { readonly kind: 'plot'; readonly radiusM: number } | { readonly kind: 'point'; readonly factorM2PerHa: number };

/** What was taped to a tree that may be in or out. */
export interface Borderline {
  readonly dbhCm: number;
  /** As it was taped, along the ground or level. */
  readonly distanceM: number;
  /** To the middle of the stem, or to its near face. */
  readonly to: 'pith' | 'face';
  /** Slope along the line of the tape, in percent; 0 for a level tape. */
  readonly slopePct: number;
}

/** In or out, by how much, and where the limit lies on the tape. */
export interface InOrOut {
  readonly isIn: boolean;
  /** How far the pith lies within the limit, level, in cm; below 0 outside it. */
  readonly marginCm: number;
  /** Level distances to the pith, in m: of the tree, and the limit. */
  readonly levelM: number;
  readonly limitM: number;
  /** What the tape would show at the limit, to where it was taped. */
  readonly limitOnTapeM: number;
}

/**
 * Whether a tree is in. The pith decides: half the dbh is added to a distance to the face, and a distance along the slope is
 * made level. A tree on the limit is in.
 *
 * Source: Bitterlich 1948; Avery & Burkhart 2002, Forest Measurements, for trees on the limit.
 */
export function inOrOut(of: PlotOrPoint, { dbhCm, distanceM, to, slopePct }: Borderline): Estimation<InOrOut> {
  if (!(dbhCm > 0 && dbhCm <= 600))
    return notEstimated('dbhCm', message('plot.dbh-must-be-above-0', 'Dbh must be above 0 and up to 600 cm.'));
  if (!(distanceM >= 0 && distanceM <= 500))
    return notEstimated('distanceM', message('plot.distance-must-be-0-to', 'Distance must be 0 to 500 m.'));
  if (!(Math.abs(slopePct) <= 150))
    return notEstimated('slopePct', message('plot.slope-must-be-150-to', 'Slope must be −150 to 150 %.'));
  const problem =
    of.kind === 'point'
      ? factorProblem(of.factorM2PerHa)
      : of.radiusM > 0 && of.radiusM <= 60
        ? null
        : notEstimated('radiusM', message('plot.radius-must-be-above-0', 'Radius must be above 0 and up to 60 m.'));
  if (problem !== null) return problem;
  const limitM = of.kind === 'plot' ? of.radiusM : pointLimitingDistanceM(dbhCm, of.factorM2PerHa);
  const lengthening = Math.hypot(1, slopePct / 100);
  const halfM = to === 'face' ? dbhCm / 200 : 0;
  // The face lies half a diameter nearer, measured level: at the height of the tape the stem is upright.
  const levelM = distanceM / lengthening + halfM;
  return {
    ok: true,
    isIn: levelM <= limitM + 1e-9,
    marginCm: 100 * (limitM - levelM),
    levelM,
    limitM,
    limitOnTapeM: Math.max(0, limitM - halfM) * lengthening,
  };
}

/** A factor in ft²/acre as one in m²/ha. */
export const metricFactor = (ft2PerAcre: number): number => ft2PerAcre * M2_PER_HA_IN_FT2_PER_ACRE;

/** Feet for each inch of dbh within which a tree is counted, to its pith: 2.75 for factor 10. */
export const plotRadiusFactorFtPerIn = (ft2PerAcre: number): number =>
  convert(pointLimitingDistanceM(convert(1, 'in', 'cm'), metricFactor(ft2PerAcre)), 'm', 'ft');
