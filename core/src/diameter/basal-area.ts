/**
 * Area of the stem's cross-section at breast height: g = π d² / 40 000.
 *
 * @param dbhCm over bark, 0 or more
 * @returns m²
 * @throws RangeError for a negative or non-finite dbh
 * @example basalAreaM2(36) // 0.1018
 */
export function basalAreaM2(dbhCm: number): number {
  if (!(dbhCm >= 0) || !Number.isFinite(dbhCm)) throw new RangeError(`dbhCm must be 0 or more, not ${String(dbhCm)}`);
  return (Math.PI * dbhCm * dbhCm) / 40_000;
}
