const REINEKE = { power: 1.605, standardCm: 25.4 } as const;

/**
 * What a tree of a diameter counts for in the stand density index: (d ÷ 25.4)^1.605.
 *
 * Source: Reineke 1933, Journal of Agricultural Research 46:627.
 *
 * @param dbhCm above 0
 */
export const reinekeShare = (dbhCm: number): number => (dbhCm / REINEKE.standardCm) ** REINEKE.power;
