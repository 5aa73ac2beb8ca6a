import { LOG_RULES } from '../log-rules/index.ts';
import type { LogRuleId } from '../protocol/index.ts';
import { TAPER_LIMITS, type TaperModel } from '../taper/index.ts';

/** The stems of a stand, a column each: dbh in cm and total height in m, both of the same length. */
export interface StandStems {
  readonly dbhCm: Float64Array;
  readonly heightM: Float64Array;
}

/** How all the stems are cut: in logs of one length from the stump, and half a log where one more would not fit. */
export interface StandCut {
  readonly stumpM: number;
  /** Smallest diameter under bark that is taken, in cm. */
  readonly topCm: number;
  readonly logM: number;
  /** Diameter under bark over that over it; a model that is under bark does not use it. */
  readonly barkRatio: number;
  readonly rule: LogRuleId;
  /** Where the dbh was measured, in m. */
  readonly breastHeightM: number;
}

/** What the stems have, a column each: wood under bark from the stump to the smallest top in m³, and board feet of the logs. */
export interface StandWood {
  readonly volumeM3: Float64Array;
  readonly boardFeet: Float64Array;
}

const CM_PER_IN = 2.54;
const M_PER_FT = 0.3048;
const AREA_PER_CM2 = Math.PI / 40_000;

export const emptyStandWood = (stems: number): StandWood => ({
  volumeM3: new Float64Array(stems),
  boardFeet: new Float64Array(stems),
});

/** The height of a diameter by halving, for a model that has no formula of it. */
function halved(model: TaperModel, dbhCm: number, heightM: number, diameterCm: number): number {
  const square = diameterCm * diameterCm;
  let low = 0;
  let high = heightM;
  for (let round = 0; round < 50; round += 1) {
    const middle = (low + high) / 2;
    if (model.squareCm2(dbhCm, heightM, middle) >= square) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * Volumes and board feet of many stems by one model of form: plain loops over columns, for a worker or the server.
 *
 * A stem without a dbh or a height within the limits of the model (above 0 to 600 cm, above breast height to 130 m) has NaN in both
 * columns, so that no sum takes it for a stem without wood.
 *
 * @param from first stem to work out, so that a caller can go in pieces, and be stopped between them
 * @param to the one after the last
 */
export function standWood(
  model: TaperModel,
  { dbhCm, heightM }: StandStems,
  { stumpM, topCm, logM, barkRatio, rule, breastHeightM }: StandCut,
  into: StandWood,
  from = 0,
  to = dbhCm.length,
): void {
  const { boardFeet: feetOf } = LOG_RULES[rule];
  const { volumeM3, boardFeet } = into;
  const { squareCm2, sumTo } = model;
  const ratio = model.bark === 'under' ? 1 : barkRatio;
  const heightAt = model.heightAt ?? ((d: number, h: number, top: number): number => halved(model, d, h, top));
  const modelTopCm = topCm / ratio;
  const inchesPerCm = ratio / CM_PER_IN;
  const underBark = AREA_PER_CM2 * ratio * ratio;
  const logFt = logM / M_PER_FT;
  for (let i = from; i < to; i += 1) {
    const d = dbhCm[i] ?? NaN;
    const tall = heightM[i] ?? NaN;
    if (!(d > 0 && d <= TAPER_LIMITS.dbhCm && tall > breastHeightM && tall <= TAPER_LIMITS.heightM)) {
      volumeM3[i] = NaN;
      boardFeet[i] = NaN;
      continue;
    }
    if (squareCm2(d, tall, Math.min(stumpM, tall)) <= modelTopCm * modelTopCm) {
      volumeM3[i] = 0;
      boardFeet[i] = 0;
      continue;
    }
    const end = modelTopCm > 0 ? heightAt(d, tall, modelTopCm) : tall;
    volumeM3[i] = underBark * (sumTo(d, tall, end) - sumTo(d, tall, stumpM));
    let feet = 0;
    let at = stumpM + logM;
    for (; at <= end; at += logM) feet += feetOf(Math.sqrt(squareCm2(d, tall, at)) * inchesPerCm, logFt);
    at -= logM / 2;
    if (at <= end) feet += feetOf(Math.sqrt(squareCm2(d, tall, at)) * inchesPerCm, logFt / 2);
    boardFeet[i] = feet;
  }
}
