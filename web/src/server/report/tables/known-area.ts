import type { StandSummary } from '../../../contracts/views.ts';

/** Area of all strata, ha; null where one of them is not known, and for a list of trees, which has none. */
export const knownAreaHa = ({
  sums,
  survey: { strata },
}: {
  readonly sums: Pick<StandSummary['sums'], 'weighing'>;
  readonly survey: Pick<StandSummary['survey'], 'strata'>;
}): number | null =>
  sums.weighing === 'list' || strata.length === 0 || strata.some(({ areaHa }) => areaHa === null)
    ? null
    : strata.reduce((sum, { areaHa }) => sum + (areaHa ?? 0), 0);
