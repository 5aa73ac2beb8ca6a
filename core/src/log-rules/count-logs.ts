/** How logs are cut in thought from a merchantable stem. */
export interface LogLengths {
  /** Length of a full log without its trim, m, above 0. */
  readonly logLengthM: number;
  /** What every piece is cut longer, m, 0 or more. */
  readonly trimM: number;
}

/** A length that is short of a log by less than a tenth of a millimetre is a log: lengths come from feet. */
const EDGE_M = 1e-4;

/**
 * Whole and half logs that fit into a length of stem, counted down. Every piece needs its trim, the half log as well.
 *
 * @param lengthM from the stump to the merchantable top, m, 0 or more
 * @returns logs in steps of a half
 * @throws RangeError for a log length that is not above 0, or a trim below 0
 * @example logsInLength(29.57, { logLengthM: 4.8768, trimM: 0 }) // 6
 */
export function logsInLength(lengthM: number, { logLengthM, trimM }: LogLengths): number {
  if (!(logLengthM > 0)) throw new RangeError('logLengthM must be above 0');
  if (!(trimM >= 0)) throw new RangeError('trimM must be 0 or more');
  const whole = Math.max(0, Math.floor((lengthM + EDGE_M) / (logLengthM + trimM)));
  const rest = lengthM - whole * (logLengthM + trimM);
  return rest + EDGE_M >= logLengthM / 2 + trimM ? whole + 0.5 : whole;
}
