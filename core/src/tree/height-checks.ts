import type { HeightEvidence } from '../height/index.ts';

/** Figures that were measured to check a height: they tell reading errors apart, and enter no computation. */
export interface HeightChecks {
  /** From the stem to the edge of the crown, m. */
  readonly crownRadiusM?: number | undefined;
  /** From below the top to the foot, m: how far the top stands out of plumb. */
  readonly leanOffsetM?: number | undefined;
  /** Level distance to the middle of the trunk, measured another way, m. */
  readonly distanceM?: number | undefined;
  /** From the eye to the stick, measured again, cm. */
  readonly reachCm?: number | undefined;
}
export type HeightCheck = keyof HeightChecks;

/** What each may be, in m; the reach in cm. */
export const HEIGHT_CHECK_LIMITS = {
  crownRadiusM: { low: 0.2, high: 25 },
  leanOffsetM: { low: 0.1, high: 30 },
  distanceM: { low: 1, high: 200 },
  reachCm: { low: 20, high: 120 },
} as const satisfies Readonly<Record<HeightCheck, { readonly low: number; readonly high: number }>>;

export const HEIGHT_CHECK_IDS = Object.keys(HEIGHT_CHECK_LIMITS) as readonly HeightCheck[];

/** Standard error of a distance that was measured again: this much, and this share of it. */
const DISTANCE_ERROR = { leastM: 0.1, share: 0.01 } as const;
const REACH_ERROR_CM = 0.5;

/**
 * What the checks of a height say about reading errors in it.
 *
 * @example evidenceOfChecks({ crownRadiusM: 4 }).crownRadiusM // 4
 */
export const evidenceOfChecks = ({
  crownRadiusM,
  leanOffsetM,
  distanceM,
  reachCm,
}: HeightChecks): Pick<HeightEvidence, 'crownRadiusM' | 'leanOffsetM' | 'distance' | 'reachCm'> => ({
  ...(crownRadiusM === undefined ? {} : { crownRadiusM }),
  ...(leanOffsetM === undefined ? {} : { leanOffsetM }),
  ...(distanceM === undefined
    ? {}
    : {
        distance: {
          value: distanceM,
          standardError: Math.hypot(DISTANCE_ERROR.leastM, DISTANCE_ERROR.share * distanceM),
        },
      }),
  ...(reachCm === undefined ? {} : { reachCm: { value: reachCm, standardError: REACH_ERROR_CM } }),
});
